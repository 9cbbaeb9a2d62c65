// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/shelf.h"

#include "core/units/on_all_cores.h"
#include "publish/still.h"
#include "store/card_json.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "store/json_view.h"

#include <algorithm>
#include <chrono>
#include <ctime>
#include <nlohmann/json.hpp>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

using json = nlohmann::ordered_json;

fs::path keptCardFile(const fs::path& folder) { return folder / "cache" / "card.json"; }
fs::path stillFile(const fs::path& folder) { return folder / "cache" / "still.jpg"; }
fs::path publishedFile(const fs::path& folder) { return folder / "published.json"; }

long long changedAt(const fs::path& file) {
    std::error_code ec;
    const auto when = fs::last_write_time(file, ec);
    if (ec) return 0;
    const auto system = std::chrono::file_clock::to_sys(when);
    return std::chrono::duration_cast<std::chrono::milliseconds>(system.time_since_epoch()).count();
}

std::string today() {
    const auto now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    char text[16];
    std::strftime(text, sizeof text, "%Y-%m-%d", &local);
    return text;
}

/// Some two hundred points of the road, or of the driven line.
std::vector<Vec2> shapeOf(const Session& s) {
    constexpr std::size_t kPoints = 160;
    std::vector<Vec2> shape;
    const auto take = [&](const std::vector<double>& x, const std::vector<double>& y) {
        const auto n = std::min(x.size(), y.size());
        for (std::size_t i = 0; i < std::min(n, kPoints); ++i) {
            const auto k = n <= kPoints ? i : i * n / kPoints;
            shape.push_back({rounded(x[k], 1), rounded(y[k], 1)});
        }
    };
    if (const auto* road = s.roadOrNull()) take(road->x, road->y);
    return shape;
}

void keepStill(const fs::path& folder, const Guide& g, const Session& s) {
    constexpr int kWidth = 480;
    std::error_code ec;
    if (fs::exists(stillFile(folder), ec) && changedAt(stillFile(folder)) > changedAt(s.video)) return;
    auto reader = VideoReader::open(s.video, 1);
    if (!reader || g.corners.empty()) return;
    const auto clock = clockOf(g, s);
    if (s.videoInfo.width < 1) return;
    const int high = std::max(1, kWidth * s.videoInfo.height / s.videoInfo.width);
    const auto when = clock.footage(std::max(0.0, g.corners.front().turnInM - 30));
    (void)writeStill(*reader, when, kWidth, high, stillFile(folder)); // a card without a picture is a card
}

void takePublished(const fs::path& folder, GuideCard& card) {
    const auto text = readFile(publishedFile(folder));
    if (!text) return;
    const auto all = jsonOrNothing(*text);
    if (!all.is_array() || all.empty() || !all.back().is_object()) return;
    const auto& last = all.back();
    if (const auto on = last.find("on"); on != last.end() && on->is_string()) card.published = on->get<std::string>();
    if (const auto at = last.find("guide_changed_at"); at != last.end() && at->is_number_integer())
        card.changedSince = at->get<long long>() < changedAt(guideFile(folder));
}

std::string counted(int n, const char* one, const char* many) {
    return n == 1 ? std::string("one ") + one : std::to_string(n) + " " + many;
}

/// What the guide still needs, the gravest first; at most two things are told.
std::string lacksOf(const Guide& g, const GuideCard& card) {
    std::vector<std::string> all;
    if (!card.moved.empty())
        all.push_back(card.moved.size() == 1
                          ? "its " + card.moved.front().what + " has moved"
                          : counted(static_cast<int>(card.moved.size()), "", "of its files have moved"));
    if (card.readOnly) all.push_back("its folder is read-only");
    if (!g.sources.film().tie.sure())
        all.push_back(g.sources.film().tie.places.size() > 1 ? std::to_string(g.sources.film().tie.places.size()) +
                                                                   " places of the log fit the film, choose one"
                                                             : "film and log are not surely tied");
    if (card.contradictions > 0) all.push_back(counted(card.contradictions, "contradiction", "contradictions"));
    int silent = 0, unrated = 0;
    for (const auto& c : g.corners) { silent += isSilent(c), unrated += isUnrated(g, c); }
    if (silent > 0) all.push_back(counted(silent, "corner without words", "corners without words"));
    if (unrated > 0) all.push_back(counted(unrated, "corner not rated", "corners not rated"));
    if (nothingSaid(g.scene.conditions)) all.push_back("no conditions");
    std::string s;
    for (std::size_t i = 0; i < std::min<std::size_t>(all.size(), 2); ++i) s += (i ? ", " : "") + all[i];
    return s;
}

StationFacts factsOf(const GuideCard& card) {
    const bool here = std::none_of(card.moved.begin(), card.moved.end(), [](auto& m) { return m.what != "picture"; });
    return {here, card.contradictions, card.lengthS > 0, !card.published.empty() && !card.changedSince};
}

/// What was kept when the guide was last brought up.
GuideCard keptCard(const fs::path& folder) {
    const auto text = readFile(keptCardFile(folder));
    return text ? cardFrom(*text) : GuideCard{};
}

} // namespace

std::vector<MovedFile> movedFiles(const fs::path& folder, const Guide& g) {
    std::vector<MovedFile> moved;
    const auto look = [&](const char* what, const std::string& file) {
        std::error_code ec;
        if (!file.empty() && !fs::exists(resolved(folder, file), ec))
            moved.push_back({what, resolved(folder, file).string()});
    };
    for (const auto& f : g.sources.films) look("film", f.file);
    look("log", g.sources.log);
    look("track", g.sources.trackFile);
    for (const auto& s : g.sources.stills) look("picture", s.file);
    return moved;
}

GuideCard cardOf(const fs::path& given) {
    const auto folder = fs::absolute(given).lexically_normal();
    GuideCard card = keptCard(folder);
    card.folder = folder, card.moved.clear(), card.trouble.clear(), card.published.clear(), card.changedSince = false;
    card.readFrom = card.usedAt = changedAt(guideFile(folder));
    const auto guide = readGuide(folder);
    if (!guide) {
        std::error_code ec;
        card.trouble = !fs::exists(folder, ec)              ? "its folder is gone"
                       : !fs::exists(guideFile(folder), ec) ? "there is no guide in its folder any more"
                                                            : sentence(guide.error());
        if (card.title.empty()) card.title = folder.filename().string();
        card.stations.clear(), card.lacks.clear();
        return card;
    }
    const auto& g = *guide;
    card.title = g.scene.title.empty() ? folder.filename().string() : g.scene.title;
    card.track = g.scene.track, card.car = g.scene.car, card.series = g.scene.series, card.channel = g.scene.channel;
    card.conditions = textOf(g.scene.conditions, g.scene.speedUnit);
    card.realTrack = g.scene.realTrack, card.corners = static_cast<int>(g.corners.size());
    card.moved = movedFiles(folder, g);
    card.readOnly = ::access(folder.c_str(), W_OK) != 0 || ::access(guideFile(folder).c_str(), W_OK) != 0;
    std::error_code ec;
    card.still = fs::exists(stillFile(folder), ec) ? stillFile(folder).string() : "";
    takePublished(folder, card);
    card.lacks = lacksOf(g, card);
    card.stations = stationsOf(g, factsOf(card));
    return card;
}

bool publishedAsItIs(const fs::path& folder) {
    GuideCard card;
    takePublished(folder, card);
    return !card.published.empty() && !card.changedSince;
}

void keepCard(const Guide& g, const Session& s, double lengthS) {
    GuideCard card = keptCard(s.folder);
    const auto before = cardText(card);
    card.lapS = s.trace.lap.time.count();
    if (lengthS > 0) card.lengthS = lengthS;
    card.shape = shapeOf(s);
    card.contradictions = contradictionsIn(withAnswers(checkGuide(g, s.measured, wholeLap(s.trace)), g));
    if (!makeFolder(s.folder / "cache")) return;
    if (cardText(card) != before) (void)writeFile(keptCardFile(s.folder), cardText(card));
    keepStill(s.folder, g, s);
}

Status notePublished(const fs::path& folder, const fs::path& edition) {
    json all = json::array();
    if (const auto text = readFile(publishedFile(folder)))
        if (auto there = jsonOrNothing(*text); there.is_array()) all = std::move(there);
    all.push_back({{"on", today()}, {"to", edition.string()}, {"guide_changed_at", changedAt(guideFile(folder))}});
    return writeFile(publishedFile(folder), dumped(all) + "\n");
}

std::vector<fs::path> guidesUnder(const fs::path& root, int depth) {
    std::vector<fs::path> found;
    std::error_code ec;
    if (fs::is_regular_file(guideFile(root), ec)) return {fs::absolute(root).lexically_normal()};
    if (depth <= 0) return found;
    for (fs::directory_iterator it(root, fs::directory_options::skip_permission_denied, ec), end; !ec && it != end;
         it.increment(ec)) {
        std::error_code kind;
        if (!it->is_directory(kind) || it->is_symlink(kind) || it->path().filename().string().starts_with('.'))
            continue;
        for (auto& one : guidesUnder(it->path(), depth - 1)) found.push_back(std::move(one));
    }
    std::sort(found.begin(), found.end());
    return found;
}

Guide pointedAt(Guide g, const fs::path& folder, const MovedFile& moved, const fs::path& to) {
    const auto beside = fs::absolute(to).parent_path();
    const auto repair = [&](std::string& file) {
        std::error_code ec;
        if (file.empty() || fs::exists(resolved(folder, file), ec)) return;
        if (resolved(folder, file).string() == moved.path)
            file = fs::absolute(to).lexically_normal().string();
        else if (const auto there = beside / fs::path(file).filename(); fs::exists(there, ec))
            file = there.lexically_normal().string();
    };
    for (auto& f : g.sources.films) repair(f.file);
    repair(g.sources.log), repair(g.sources.trackFile);
    for (auto& s : g.sources.stills) repair(s.file);
    return g;
}

std::vector<GuideCard> freshCards(const std::vector<GuideCard>& known, const Progress& progress) {
    std::vector<GuideCard> cards = known;
    onAllCores(cards.size(), [&](std::size_t i) {
        if (progress.cancelled()) return;
        auto fresh = cardOf(cards[i].folder);
        if (!fresh.trouble.empty() && fresh.track.empty()) { // the last that was known of it
            auto last = cards[i];
            last.trouble = fresh.trouble, last.stations.clear(), last.lacks.clear();
            fresh = std::move(last);
        }
        fresh.usedAt = std::max(cards[i].usedAt, fresh.usedAt);
        cards[i] = std::move(fresh);
    });
    return cards;
}

Result<std::vector<GuideCard>> rebuildAlmanac(Almanac& almanac, const std::vector<fs::path>& roots,
                                              const Progress& progress) {
    auto known = almanac.cards();
    if (!known) return known.error();
    auto all = *known;
    for (const auto& root : roots)
        for (const auto& folder : guidesUnder(root))
            if (std::none_of(all.begin(), all.end(), [&](const GuideCard& c) { return c.folder == folder; })) {
                GuideCard card;
                card.folder = folder;
                all.push_back(std::move(card));
            }
    auto fresh = freshCards(all, progress);
    std::stable_sort(fresh.begin(), fresh.end(), [](auto& a, auto& b) { return a.usedAt > b.usedAt; });
    if (auto done = almanac.put(fresh); !done) return done.error();
    return fresh;
}

Status putOnShelf(const fs::path& folder) {
    auto almanac = Almanac::open(almanacFile());
    if (!almanac) return almanac.error();
    auto card = cardOf(folder);
    const auto now = std::chrono::system_clock::now().time_since_epoch();
    card.usedAt = std::chrono::duration_cast<std::chrono::milliseconds>(now).count();
    return almanac->put(card);
}

} // namespace hl
