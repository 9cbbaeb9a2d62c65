// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/tokens.h"
#include "report.h"

#include <algorithm>
#include <cstdio>
#include <functional>
#include <QApplication>
#include <string_view>

namespace hl::bench {

Spread spreadOf(std::vector<double> v) {
    if (v.empty()) return {};
    std::sort(v.begin(), v.end());
    return {v[v.size() / 2], v[std::min(v.size() - 1, v.size() * 95 / 100)], v.back()};
}

} // namespace hl::bench

namespace {

void print(const char* title, const hl::bench::Report& report) {
    std::printf("\n%s\n", title);
    for (const auto& f : report) {
        const bool met = f.atMost ? f.value <= f.target : f.value >= f.target;
        std::printf("  %-58s %10.3f %-4s  target %s %g  %s\n", f.what.c_str(), f.value, f.unit.c_str(),
                    f.atMost ? "<=" : ">=", f.target, met ? "met" : "NOT MET");
    }
    std::fflush(stdout);
}

} // namespace

int main(int argc, char** argv) {
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    hl::look::loadFonts();
    if (argc < 2) {
        std::fprintf(stderr, "usage: lantern-bench DEMO_FOLDER [WORD OF A TITLE]\n");
        return 2;
    }
    std::setvbuf(stdout, nullptr, _IOLBF, 1 << 12);
    const std::filesystem::path demo = argv[1];
    using namespace hl::bench;
    const std::pair<const char*, std::function<Report()>> parts[] = {
        {"Corners and facts, on simulated drives", accuracyOfCorners},
        {"Columns of made logs", accuracyOfColumns},
        {"Films that bring their own log", accuracyOfFilmLogs},
        {"Panels in the picture", accuracyOfPanels},
        {"Cameras of other makers, against known poses", accuracyOfCameras},
        {"Hard films: soft cars, shaking, rain, low sun, night", accuracyOfHardFilms},
        {"Following things", accuracyOfFollowing},
        {"Takes laid on their scripts", accuracyOfTakes},
        {"Claims in words", accuracyOfClaims},
        {"Marks: overlays, following, solving", [&] { return speedOfMarks(demo); }},
        {"Sync over made cases", syncCases},
        {"Reading a log", [&] { return speedOfImport(demo); }},
        {"Analysing a lap", [&] { return speedOfAnalysis(demo); }},
        {"Planning", [&] { return speedOfPlan(demo); }},
        {"Planning of busy corners", speedOfPaces},
        {"Slow motion, every second picture made again", [&] { return qualityOfSlowMotion(demo); }},
        {"Seeking in the film", [&] { return speedOfSeeking(demo); }},
        {"Sync, how fast", [&] { return speedOfSync(demo); }},
        {"The player under the hand", [&] { return speedOfScrubbing(demo); }},
        {"Interface: the longest stalls while working", [&] { return stallsOfInterface(demo); }},
        {"The shelf with a hundred guides", [&] { return speedOfShelf(demo); }},
        {"Rendering, against the bare encoder on the same frames", [&] { return speedOfRender(demo); }},
    };
    for (const auto& [title, measured] :
         parts) // with a word after the folder, only the parts that have it in their title
        if (argc < 3 || std::string_view(title).find(argv[2]) != std::string_view::npos) print(title, measured());
    return 0;
}
