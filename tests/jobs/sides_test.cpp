// SPDX-License-Identifier: GPL-3.0-or-later
// A log that does not tell left from right, brought in with a film or with a track.
#include "core/check/check.h"
#include "jobs/bring_in.h"
#include "jobs/session.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "store/log_file.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <sstream>

using namespace hl;
namespace fs = std::filesystem;
using hl::testing::ScratchFolder;

namespace {

fs::path demoFile(const char* name) { return hl::testing::demoFolder() / name; }

/// The demo's log with speed, pedals, engine, steering and lateral acceleration alone, positive to the right.
fs::path mirroredLog(const ScratchFolder& dir) {
    const auto log = readLog(demoFile("saltmarrow-log.csv"));
    REQUIRE(log);
    std::ostringstream out;
    out.precision(7);
    out << "time,lap,speed [m/s],throttle,brake,gear,rpm,steering [rad],lateral acceleration [m/s^2]\n";
    for (std::size_t i = 0; i < log->size(); i += 2) {
        const auto at = [&](Channel c) { return (*log)[c][i]; };
        out << at(Channel::Time) << ',' << (log->has(Channel::Lap) ? at(Channel::Lap) : 0) << ',' << at(Channel::Speed)
            << ',' << at(Channel::Throttle) << ',' << at(Channel::Brake) << ',' << at(Channel::Gear) << ','
            << at(Channel::EngineSpeed) << ',' << -at(Channel::Steering) << ',' << -at(Channel::LateralAcc) << '\n';
    }
    return dir.write("mirrored.csv", out.str());
}

std::vector<Side> sidesOf(const Guide& g) {
    std::vector<Side> sides;
    for (const auto& c : g.corners) sides.push_back(c.side);
    return sides;
}

} // namespace

TEST_CASE("a film turns a mirrored log round, and the guide remembers it") {
    const ScratchFolder dir;
    NewGuide wish;
    wish.folder = dir / "guide", wish.video = demoFile("saltmarrow-lap.mp4"), wish.log = mirroredLog(dir);
    const auto made = bringIn(wish, {});
    REQUIRE(made);
    CHECK(made->sources.sides == SidesTold{Sides::Film, true});
    const auto truth = readGuide(demoFile("saltmarrow-guide"));
    REQUIRE(truth);
    CHECK(sidesOf(*made) == sidesOf(*truth));
    const auto back = readGuide(wish.folder);
    REQUIRE(back);
    CHECK(back->sources.sides == made->sources.sides);
    const auto session = bringUp(wish.folder, *back);
    REQUIRE(session);
    CHECK(session->log->sides.from == Sides::Film);
    CHECK(session->measured.sidesKnown);
}

TEST_CASE("a track turns a mirrored log round where there is no film") {
    const ScratchFolder dir;
    const auto placed = placedLog({mirroredLog(dir), demoFile("saltmarrow-ring.geojson"), {}, {}});
    REQUIRE(placed);
    CHECK(placed->log.sides == SidesTold{Sides::Track, true});
    const auto alone = placedLog({mirroredLog(dir), std::nullopt, {}, {}});
    REQUIRE(alone);
    CHECK(alone->log.sides == SidesTold{});
}

TEST_CASE("a guess is told by the check, and words about left and right are held against nothing") {
    auto guide = readGuide(demoFile("saltmarrow-guide"));
    REQUIRE(guide);
    auto session = bringUp(demoFile("saltmarrow-guide"), *guide);
    REQUIRE(session);
    REQUIRE(session->measured.sidesKnown);
    auto& c = guide->corners.front();
    REQUIRE_FALSE(c.beats.empty());
    c.beats.front().words = std::string("This is a ") + (c.side == Side::Left ? "right" : "left") + "-hander.";
    const auto wrong = [&](const MeasuredCorners& m) {
        const auto found = checkGuide(*guide, m);
        return std::count_if(found.begin(), found.end(), [](auto& f) { return f.rule == "claims.direction"; });
    };
    CHECK(wrong(session->measured) == 1);
    session->measured.sidesKnown = false;
    CHECK(wrong(session->measured) == 0);
    const auto found = checkGuide(*guide, session->measured);
    CHECK(std::any_of(found.begin(), found.end(), [](auto& f) { return f.rule == "sides.guessed"; }));
}
