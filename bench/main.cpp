// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/tokens.h"
#include "report.h"

#include <algorithm>
#include <cstdio>
#include <QGuiApplication>

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
    QGuiApplication app(argc, argv);
    hl::look::loadFonts();
    if (argc < 2) {
        std::fprintf(stderr, "usage: lantern-bench DEMO_FOLDER\n");
        return 2;
    }
    const std::filesystem::path demo = argv[1];
    using namespace hl::bench;
    print("Corners and facts, on simulated drives", accuracyOfCorners());
    print("Sync over made cases", syncCases());
    print("Reading a log", speedOfImport(demo));
    print("Analysing a lap", speedOfAnalysis(demo));
    print("Planning", speedOfPlan(demo));
    print("Seeking in the film", speedOfSeeking(demo));
    print("Sync", speedOfSync(demo));
    print("The player under the hand", speedOfScrubbing(demo));
    print("Rendering, against the bare encoder on the same frames", speedOfRender(demo));
    return 0;
}
