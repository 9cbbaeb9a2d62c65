// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/publish.h"

#include "core/guide/edition.h"
#include "core/units/numbers.h"
#include "core/words/captions.h"
#include "jobs/cover.h"
#include "jobs/guide_sound.h"
#include "jobs/look.h"
#include "jobs/shelf.h"
#include "publish/edition.h"
#include "store/files.h"

#include <algorithm>
#include <map>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

/// Each corner for a telephone held upright; corners that are explained as one have one film, and each its name.
Status renderTallClips(const fs::path& dir, const Guide& guide, const Session& s, const Cut& cut, RenderWish wish,
                       const Progress& progress) {
    if (auto done = makeFolder(dir / "clips"); !done) return done;
    const auto chapters = chaptersOf(guide, cut);
    progress.report(0, "mixing the sound");
    wish.tall = true, wish.sound = std::make_shared<const Sound>(soundOf(guide, s, cut));
    std::map<CornerId, fs::path> made; // by the corner of the chapter
    for (std::size_t i = 0; i < guide.corners.size(); ++i) {
        const auto& corner = guide.corners[i];
        const auto* section = sectionOf(cut, corner.id);
        const auto chapter = std::find_if(chapters.begin(), chapters.end(), [&](const GuideChapter& c) {
            return section && c.corner == section->corner;
        });
        if (chapter == chapters.end()) continue;
        wish.out = dir / tallClipName(corner);
        if (const auto there = made.find(section->corner); there != made.end()) {
            std::error_code ec;
            fs::copy_file(there->second, wish.out, ec);
            if (ec) return Error{"file.unwritable", ec.message(), wish.out.string(), "a folder with room"};
            continue;
        }
        wish.fromS = chapter->startS, wish.toS = chapter->endS;
        const double n = num(guide.corners.size());
        const auto done = render(guide, s, cut, wish, progress.part(num(i) / n, num(i + 1) / n));
        if (!done) return done.error();
        made[section->corner] = wish.out;
    }
    return Done{};
}

/// The film first, then what is made of it.
Status fillEdition(const fs::path& dir, const Guide& guide, const Session& s, const Cut& cut, const PublishWish& wish,
                   const Progress& progress) {
    if (auto done = makeFolder(dir); !done) return done;
    RenderWish film = wish.film;
    film.out = dir / "guide.mp4", film.fromS = 0, film.toS = -1;
    film.cover = jpegOf(coverPicture(guide, s)).toStdString();
    const auto rendered = render(guide, s, cut, film, progress.part(0, wish.tallClips ? 0.6 : 0.94));
    if (!rendered) return rendered.error();
    if (wish.tallClips)
        if (auto done = renderTallClips(dir, guide, s, cut, film, progress.part(0.6, 0.94)); !done) return done;
    if (!film.cover.empty())
        if (auto done = writeFile(dir / "cover.jpg", film.cover); !done) return done;
    const EditionSource source{guide,          cut,      s.measured, s.trace,
                               s.roadOrNull(), film.out, s.folder,   {wish.singleClips, wish.tallClips}};
    return writeEdition(dir, source, [&](const char* doing) {
        progress.report(0.95, doing);
        return !progress.cancelled();
    });
}

/// Only an empty folder or an earlier edition may be replaced.
bool replaceable(const fs::path& out) {
    std::error_code ec;
    if (!fs::exists(out, ec)) return true;
    if (!fs::is_directory(out, ec)) return false;
    return fs::is_empty(out, ec) || (fs::exists(out / "index.html", ec) && fs::exists(out / "guide.mp4", ec));
}

} // namespace

Result<PublishReport> publishGuide(const Guide& written, const Session& m, const Cut& cut, const fs::path& out,
                                   const PublishWish& wish, const Progress& progress) {
    const auto guide = asEdition(written);
    const auto target = fs::absolute(out).lexically_normal();
    const auto clean = target.filename().empty() ? target.parent_path() : target;
    if (!replaceable(clean))
        return Error{"publish.not-ours", "holds something that is not an edition of a guide", clean.string(),
                     "a new or empty folder, or one published before"};
    if (auto s = makeFolder(clean.parent_path()); !s) return s.error();
    const auto mark = "." + clean.filename().string() + "." + std::to_string(::getpid());
    const auto scratch = clean.parent_path() / (mark + ".part"), old = clean.parent_path() / (mark + ".old");
    // A bound that has just moved: what is published was measured between the bounds that are published.
    auto seen = lookedAtFilm(isMeasured(m, guide) ? m : measuredAgain(m, guide), guide, progress.part(0, 0.08));
    if (!seen) return seen.error();
    auto done = fillEdition(scratch, guide, *seen, cut, wish, progress.part(0.08, 1));
    std::error_code ec;
    if (done) {
        const bool had = fs::exists(clean, ec);
        if (had) fs::rename(clean, old, ec);
        if (!ec) fs::rename(scratch, clean, ec);
        if (ec) {
            done = Error{"file.unwritable", "the edition cannot be put in place (" + ec.message() + ")", clean.string(),
                         "a folder that may be written to"};
            std::error_code back;
            if (had && !fs::exists(clean, back)) fs::rename(old, clean, back);
        }
        fs::remove_all(old, ec);
    }
    if (!done) {
        fs::remove_all(scratch, ec);
        return done.error();
    }
    PublishReport report;
    for (fs::recursive_directory_iterator it(clean, ec), end; !ec && it != end; it.increment(ec))
        if (const auto& entry = *it; entry.is_regular_file(ec))
            report.files.push_back(entry.path().lexically_relative(clean));
    std::sort(report.files.begin(), report.files.end());
    // The edition stands: that it could not be written down beside the guide takes nothing from it.
    if (auto noted = notePublished(seen->folder, clean); !noted)
        report.note = "published, but the guide's folder does not remember it: " + sentence(noted.error());
    progress.report(1, "published");
    return report;
}

} // namespace hl
