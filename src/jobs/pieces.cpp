// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/pieces.h"

#include "core/cut/shown_before.h"
#include "core/units/fingerprint.h"
#include "core/units/numbers.h"
#include "jobs/still_picture.h"
#include "store/guide_json.h"
#include "store/json_view.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

namespace hl {
namespace fs = std::filesystem;
namespace {

using json = nlohmann::ordered_json;

constexpr int kPainting = 9; ///< higher whenever the same guide is painted otherwise

json identity(const fs::path& file) {
    std::error_code ec;
    const auto size = fs::file_size(file, ec);
    const auto when = fs::last_write_time(file, ec);
    return {file.string(), ec ? 0 : size, ec ? 0 : when.time_since_epoch().count()};
}

/// Members of the scene that are read on cards only: editions of other days share the pieces without one.
constexpr const char* kOnCards[] = {"title",  "channel",    "track",      "car",
                                    "series", "conditions", "real_track", "real_track_said"};

/// What every piece depends on: the guide without what is said and authored in its corners, and the files.
json common(const Guide& g, const Session& s, const RenderWish& wish) {
    auto j = toJson(g);
    for (const auto* member :
         {"corners", "section_words", "further_laps", "next_id", "outline", "cut", "school", "voice",
          "names_not_allowed", "on_purpose", "cover_m", "loudness_lufs", "caption_word_times", "variants", "edition"})
        j.erase(member);
    for (const auto* member : kOnCards) j["scene"].erase(member);
    j.erase("setup");
    const auto size = outputSize(s.videoInfo, wish.height);
    j["made"] = {kPainting, size.width, size.height, wish.crf, wish.preset, key(wish.codec), wish.tall};
    j["files"] = json::array({identity(s.video), identity(s.logFile)});
    if (!g.sources.trackFile.empty()) j["files"].push_back(identity(s.folder / g.sources.trackFile));
    for (const auto& f : s.filmFiles) j["files"].push_back(identity(f.file));
    for (const auto& still : s.stills) j["files"].push_back(identity(stillFile(g, s.folder, still.id)));
    return j;
}

json cornerShown(const json& corner, bool whole) {
    auto c = corner;
    if (!whole)
        for (const auto* member : {"beats", "markers", "advice"}) c.erase(member);
    return c;
}

/// The corners a section may show: its own with all that is in them, of the others where they are and what they are
/// called.
json cornersShown(const json& guide, const Section& section) {
    json out = json::array();
    for (const auto& c : guide["corners"]) out.push_back(cornerShown(c, shows(section, CornerId{c["id"].get<int>()})));
    return out;
}

json sectionShown(const Cut& cut, const Section& s, const LabelPlan& labels, int frameRate) {
    const double start = seconds(s.start);
    const auto rel = [start](GuideTime t) { return rounded(seconds(t) - start, 6); };
    // A voice that is a sample longer changes no picture: the first that shows it counts.
    const auto picture = [start, frameRate](double s) {
        return static_cast<long>(std::ceil((s - start) * frameRate - 0.5 - 1e-6));
    };
    json shots = json::array(), spoken = json::array(), placed = json::array();
    for (const auto& x : s.shots)
        shots.push_back({name(x.kind), rel(x.start), rel(x.end), rounded(seconds(x.from), 6), rounded(seconds(x.to), 6),
                         x.rate, x.beat.value});
    for (const auto& w : s.spoken) {
        json captions = json::array();
        for (const auto& c : w.captions) captions.push_back({picture(c.startS), c.text});
        spoken.push_back({w.beat().value, w.cue(), picture(seconds(w.start)), picture(seconds(w.end)), captions});
    }
    for (const auto& l : labels.labels)
        if (l.to > s.start && l.from < s.end)
            placed.push_back({l.marker.value, picture(seconds(l.from)), picture(seconds(l.to)), rounded(l.box.x, 3),
                              rounded(l.box.y, 3), rounded(l.box.width, 3), rounded(l.box.height, 3)});
    json again = json::array(); // the picture says so
    again.push_back(shownBefore(cut, s, s.corner));
    for (const auto c : s.also) again.push_back(shownBefore(cut, s, c));
    return {name(s.kind), s.corner.value, s.lap, shots, spoken, placed, again};
}

fs::path folderOf(const fs::path& guide) { return guide / "cache" / "pieces"; }

} // namespace

FrameTimes::FrameTimes(const Cut& cut, int frameRate)
    : frameRate_(frameRate), count_(std::lround(cut.lengthS * frameRate)) {
    for (const auto& s : cut.sections) {
        starts_.push_back(static_cast<long>(std::ceil(seconds(s.start) * frameRate - 0.5 - 1e-9)));
        startS_.push_back(seconds(s.start));
    }
}

GuideTime FrameTimes::at(long frame) const {
    const auto next = std::upper_bound(starts_.begin(), starts_.end(), frame);
    if (next == starts_.begin()) return hl::at<GuideTime>((static_cast<double>(frame) + 0.5) / frameRate_);
    const auto i = static_cast<std::size_t>(next - starts_.begin() - 1);
    const double t = startS_[i] + (static_cast<double>(frame - starts_[i]) + 0.5) / frameRate_;
    return hl::at<GuideTime>(i + 1 < startS_.size() ? std::min(t, startS_[i + 1] - 1e-6) : t);
}

std::vector<PieceOfFilm> piecesOf(const Guide& g, const Session& s, const Cut& cut, const LabelPlan& labels,
                                  const RenderWish& wish) {
    constexpr long kLongestS = 20;
    const FrameTimes times(cut, g.frameRate);
    const auto base = dumped(common(g, s, wish), -1);
    const auto guide = toJson(g);
    const long most = kLongestS * g.frameRate;
    std::vector<PieceOfFilm> pieces;
    for (std::size_t i = 0; i < cut.sections.size(); ++i) {
        const long begin = times.starts()[i], end = i + 1 < cut.sections.size() ? times.starts()[i + 1] : times.count();
        if (end <= begin) continue;
        const bool card = std::any_of(cut.sections[i].shots.begin(), cut.sections[i].shots.end(),
                                      [](const Shot& x) { return x.kind == ShotKind::Card; });
        const auto shown =
            (card ? dumped(guide["scene"], -1) + g.scene.drivenDay + dumped(guide["setup"], -1) : std::string()) +
            dumped(sectionShown(cut, cut.sections[i], labels, g.frameRate), -1) +
            dumped(cornersShown(guide, cut.sections[i]), -1);
        const long parts = (end - begin + most - 1) / most;
        for (long k = 0; k < parts; ++k) {
            const long first = begin + (end - begin) * k / parts, last = begin + (end - begin) * (k + 1) / parts;
            const auto place = std::to_string(first - begin) + "-" + std::to_string(last - begin);
            pieces.push_back({first, last, fingerprint(base + shown + place)});
        }
    }
    return pieces;
}

fs::path pieceFile(const fs::path& guide, const PieceOfFilm& p) { return folderOf(guide) / (p.key + ".mp4"); }

void forgetOldPieces(const fs::path& guide, const std::vector<PieceOfFilm>& used) {
    std::set<std::string> keep;
    for (const auto& p : used) keep.insert(p.key + ".mp4");
    std::error_code ec;
    const auto monthAgo = fs::file_time_type::clock::now() - std::chrono::hours(24 * 30);
    for (const auto& e : fs::directory_iterator(folderOf(guide), ec)) {
        const bool ours = e.path().extension() == ".mp4" && e.path().filename().string().front() != '.';
        std::error_code one;
        if (keep.count(e.path().filename().string()) > 0)
            fs::last_write_time(e.path(), fs::file_time_type::clock::now(), one);
        else if (ours && fs::last_write_time(e.path(), one) < monthAgo)
            fs::remove(e.path(), one);
    }
}

} // namespace hl
