// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <filesystem>
#include <string>
#include <vector>

namespace hl::bench {

/// One line of the report: what was measured, the figure, and what was aimed at.
struct Figure {
    std::string what;
    double value = 0;
    std::string unit;
    double target = 0;
    bool atMost = true; ///< else at least
};
using Report = std::vector<Figure>;

struct Spread {
    double median = 0, p95 = 0, most = 0;
};
Spread spreadOf(std::vector<double> values);

Report accuracyOfCorners();
Report accuracyOfColumns();
Report accuracyOfFilmLogs();
Report accuracyOfPanels();
Report accuracyOfCameras();   ///< prints a table of its cases first
Report accuracyOfHardFilms(); ///< the same of shaking, rain, low sun, night
Report accuracyOfFollowing();
Report accuracyOfTakes();
Report accuracyOfClaims(); ///< prints a table by kind and stance first
Report speedOfMarks(const std::filesystem::path& demo);
Report syncCases(); ///< prints a table of its cases first
Report speedOfImport(const std::filesystem::path& demo);
Report speedOfAnalysis(const std::filesystem::path& demo);
Report speedOfPlan(const std::filesystem::path& demo);
Report speedOfPaces();
Report qualityOfSlowMotion(const std::filesystem::path& demo); ///< beside FFmpeg's minterpolate
Report speedOfSeeking(const std::filesystem::path& demo);
Report speedOfScrubbing(const std::filesystem::path& demo);
Report stallsOfInterface(const std::filesystem::path& demo); ///< longest stalls of the interface's thread
Report speedOfShelf(const std::filesystem::path& demo);
Report speedOfSync(const std::filesystem::path& demo);
Report speedOfRender(const std::filesystem::path& demo);

} // namespace hl::bench
