// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/guide_frames.h"

#include "core/cut/gauges.h"
#include "jobs/still_picture.h"

#include <algorithm>

namespace hl {
namespace {
constexpr int kInsetWidth = 640; // px: twice what it fills of a 1280 wide frame
}

Result<GuideFrames> GuideFrames::open(const Guide& guide, const Session& session, OutputSize size) {
    auto reader = VideoReader::open(session.video);
    if (!reader) return reader.error();
    reader->fitInto({size.width, size.height}); // nothing is made between pictures larger than they are shown
    return GuideFrames(guide, session, size, std::move(*reader));
}

GuideFrames::GuideFrames(const Guide& guide, const Session& session, OutputSize size, VideoReader film)
    : guide_(&guide), session_(&session), size_(size), film_{SlowMotion(std::move(film)), {}, nullptr, {}} {}

GuideFrames::Walk* GuideFrames::walkOf(FilmId id) {
    const auto& films = session_->films;
    const auto on = std::find_if(films.begin(), films.end(), [id](const auto& f) { return f.id == id; });
    if (on == films.end()) return &film_;
    auto [at, fresh] = others_.try_emplace(id);
    if (fresh)
        if (auto reader = VideoReader::open(session_->filmFiles[static_cast<std::size_t>(on - films.begin())].file)) {
            reader->fitInto({size_.width, size_.height});
            at->second.emplace(Walk{SlowMotion(std::move(*reader)), {}, nullptr, {}});
        }
    return at->second ? &*at->second : nullptr;
}

std::shared_ptr<const YuvFrame> GuideFrames::pictureIn(Walk& w, FootageTime when, bool slowed) {
    if (w.last && when == w.when) return w.last; // it stands
    w.when = when;
    auto frame = w.film.at(when, slowed);
    if (frame && (!w.last || frame->time != w.last->time)) {
        const bool fits = frame->width == size_.width && frame->height == size_.height;
        w.last = fits ? frame : std::make_shared<const YuvFrame>(letterboxed(*frame, size_.width, size_.height));
        w.inset = {};
    }
    return w.last;
}

std::shared_ptr<const YuvFrame> GuideFrames::still(StillId id) {
    const auto [at, fresh] = stills_.try_emplace(id);
    if (!fresh) return at->second;
    const auto picture = stillPicture(stillFile(*guide_, session_->folder, id), size_.width, size_.height);
    if (!picture.isNull())
        at->second = std::make_shared<const YuvFrame>(fromBgra(
            {picture.constBits(), static_cast<int>(picture.bytesPerLine()), picture.width(), picture.height()}));
    return at->second;
}

QImage GuideFrames::insetOf(const FilmAt& moment) {
    auto* walk = walkOf(moment.film);
    const auto frame = walk ? pictureIn(*walk, moment.when, false) : nullptr;
    if (!frame) return {};
    if (walk->inset.isNull()) {
        const int h = kInsetWidth * size_.height / size_.width & ~1;
        const auto pixels = toBgra(*frame, kInsetWidth, h);
        walk->inset = QImage(pixels.data(), kInsetWidth, h, kInsetWidth * 4, QImage::Format_RGB32).copy();
    }
    return walk->inset;
}

std::optional<GuideFrame> GuideFrames::at(FootageTime footage, const Pictures& pictures, bool slowed) {
    GuideFrame out;
    if (pictures.full)
        if (auto* walk = walkOf(pictures.full->film)) out.full = pictureIn(*walk, pictures.full->when, slowed);
    if (pictures.still) out.full = still(*pictures.still);
    if (!out.full) out.full = pictureIn(film_, footage, slowed);
    if (!out.full) return std::nullopt;
    if (pictures.inset) out.inset = insetOf(*pictures.inset);
    return out;
}

} // namespace hl
