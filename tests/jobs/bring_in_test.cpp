// SPDX-License-Identifier: GPL-3.0-or-later
// From a film and a log to a guide's folder, on the demo whose truth is known.
#include "core/camera/pose.h"
#include "jobs/bring_in.h"
#include "standins/circuit.h"
#include "store/guide_file.h"
#include "store/log_file.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>
#include <set>
#include <sstream>

using namespace hl;
using hl::testing::demoFolder;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

namespace {

constexpr double kLoggerLate = 3.37; // s between the drive's clock and the log's, as the demo makes it

struct TruthRow {
    double footage, drive, atM, x, y, z, heading, pitch, roll, focal;
};

std::vector<TruthRow> filmTruth() {
    std::ifstream in(demoFolder() / "saltmarrow-lap.mp4.truth.csv");
    std::string line;
    std::getline(in, line);
    std::vector<TruthRow> rows;
    while (std::getline(in, line)) {
        std::replace(line.begin(), line.end(), ',', ' ');
        std::istringstream s(line);
        int frame = 0;
        TruthRow r{};
        s >> frame >> r.footage >> r.drive >> r.atM >> r.x >> r.y >> r.z >> r.heading >> r.pitch >> r.roll >> r.focal;
        rows.push_back(r);
    }
    return rows;
}

NewGuide demoWish(const std::filesystem::path& folder) {
    NewGuide w;
    w.folder = folder, w.video = demoFolder() / "saltmarrow-lap.mp4", w.log = demoFolder() / "saltmarrow-log.csv",
    w.track = demoFolder() / "saltmarrow-ring.geojson";
    return w;
}

} // namespace

TEST_CASE("the demo guide is tied, cut into corners and drafted") {
    const auto guide = readGuide(demoFolder() / "saltmarrow-guide");
    REQUIRE(guide);
    const auto truth = filmTruth();
    REQUIRE(truth.size() > 4000);
    CHECK(guide->sources.film().tie.offsetS == Approx(truth[0].drive - kLoggerLate).margin(0.020));
    CHECK(guide->sources.lap == 2);
    REQUIRE(guide->corners.size() == 11);
    for (const auto& c : guide->corners) {
        INFO(title(c));
        CHECK_FALSE(c.name.empty());
        CHECK(c.beats.size() >= 3);
        CHECK(c.markers.size() >= 2);
        for (const auto& b : c.beats) {
            CHECK(b.atM >= c.startM);
            CHECK(b.atM <= c.endM);
            CHECK(b.words.find('{') == std::string::npos); // no blank left unfilled
        }
    }
    const double tied = std::abs(guide->sources.film().tie.offsetS - (truth[0].drive - kLoggerLate)) * 1000;
    CHECK(tied <= guide->sources.film().tie.uncertaintyMs);
}

TEST_CASE("drafted sentences vary from corner to corner") {
    const auto guide = readGuide(demoFolder() / "saltmarrow-guide");
    REQUIRE(guide);
    std::set<std::string> openings;
    for (const auto& c : guide->corners)
        for (const auto& b : c.beats)
            if (b.topic == Topic::Brake) openings.insert(b.words.substr(0, 8));
    CHECK(openings.size() >= 3);
}

TEST_CASE("a road point is drawn where the camera saw it") {
    const auto o = hl::testing::openDemo({1, 3, 7});
    REQUIRE(o.session.road);
    std::vector<double> errors;
    for (const auto& r : filmTruth()) {
        if (static_cast<int>(r.footage * 50) % 23 != 0) continue;
        const auto seen = looking({r.x, r.y, r.z}, r.heading, r.pitch, r.roll, r.focal);
        const auto ours = cameraPose(o.guide.sources.film().camera, *o.session.path,
                                     o.guide.sources.film().tie.log(at<FootageTime>(r.footage)));
        REQUIRE(ours);
        // The stand-in's plane has another origin; a point is therefore given in each camera's own world by road
        // metres.
        const auto circuit = hl::standin::saltmarrowRing();
        for (const double ahead : {20.0, 45.0}) {
            const auto p = hl::standin::poseAt(circuit, r.atM + ahead, 4.0);
            const auto q = onRoad(*o.session.road, wrapped(r.atM + ahead, circuit.length), 4.0, 0);
            const auto a = project(seen, {p.x, p.y, p.z}), b = project(*ours, q);
            if (!a || !b || a->x < 0 || a->x > 1280 || a->y < 0 || a->y > 720) continue;
            errors.push_back(std::hypot(a->x - b->x, a->y - b->y));
        }
    }
    REQUIRE(errors.size() > 200);
    CHECK(median(errors) < 8);
    std::sort(errors.begin(), errors.end());
    CHECK(errors[errors.size() * 95 / 100] < 24);
}

TEST_CASE("a film is brought in again into a new folder, complete, with log and track inside") {
    const ScratchFolder dir;
    const auto made = bringIn(demoWish(dir / "guide"), {});
    REQUIRE(made);
    for (const char* name : {"guide.json", "log/saltmarrow-log.csv", "log/saltmarrow-ring.geojson", "takes", "cache"})
        CHECK(std::filesystem::exists(dir / "guide" / name));
    const auto back = readGuide(dir / "guide");
    REQUIRE(back);
    CHECK(guideJson(*back) == guideJson(*made));
    CHECK(bringUp(dir / "guide", *back));
    const auto again = bringIn(demoWish(dir / "guide"), {});
    REQUIRE_FALSE(again); // a guide is never overwritten
    CHECK(again.error().id == "guide.exists");
}

TEST_CASE("without a track the road is learned and kept with the guide, so that metres stay where they are") {
    const ScratchFolder dir;
    NewGuide wish;
    wish.folder = dir / "guide", wish.video = demoFolder() / "saltmarrow-lap.mp4",
    wish.log = demoFolder() / "saltmarrow-log.csv";
    const auto made = bringIn(wish, {});
    REQUIRE(made);
    CHECK(made->sources.trackFile == "log/learned-road.geojson");
    CHECK_FALSE(made->scene.realTrack); // a learned road is real only when somebody says so
    const auto guide = readGuide(dir / "guide");
    REQUIRE(guide);
    const auto m = bringUp(dir / "guide", *guide);
    REQUIRE(m);
    REQUIRE(m->track);
    CHECK(m->track->edgesAssumed);
    CHECK_FALSE(m->trace.edgesKnown);
    REQUIRE(guide->corners.size() == 11);
    const auto found = findCorners(m->trace, &*m->track, *m->goodLaps);
    REQUIRE(found);
    REQUIRE(found->size() == 11);
    for (std::size_t i = 0; i < found->size(); ++i)
        CHECK((*found)[i].apexM ==
              Approx(guide->corners[i].apexM).margin(0.5)); // found on one axis, measured on the same
}

TEST_CASE("two pairs set by hand replace the sound") {
    const ScratchFolder dir;
    auto wish = demoWish(dir / "guide");
    const auto truth = filmTruth();
    const auto lapMetre = [](const TruthRow& r) { return std::fmod(r.atM, hl::standin::saltmarrowRing().length); };
    wish.lap = 2;
    for (const std::size_t i : {600u, 3800u})
        wish.pairs.push_back({at<FootageTime>(truth[i].footage), lapMetre(truth[i])});
    const auto made = bringIn(wish, {});
    REQUIRE(made);
    CHECK(made->sources.film().tie.method == "hand");
    CHECK(seconds(made->sources.film().tie.log(at<FootageTime>(50))) ==
          Approx(truth[2500].drive - kLoggerLate).margin(0.05));
}

TEST_CASE("a log without engine speed is tied by its speed, without both by the picture, else pairs are asked for") {
    const ScratchFolder dir;
    auto wish = demoWish(dir / "guide");
    const auto text = slurp(wish.log);
    const auto without = [&](const std::set<int>& dropped) {
        std::istringstream in(text);
        std::string out;
        for (std::string line; std::getline(in, line);) {
            std::istringstream cells(line);
            std::string kept, cell;
            for (int k = 0; std::getline(cells, cell, ','); ++k)
                if (!dropped.contains(k)) kept += (kept.empty() ? "" : ",") + cell;
            out += kept + "\n";
        }
        return out;
    };
    constexpr int kSpeedColumn = 3, kEngineColumn = 8;
    wish.log = dir.write("no-rpm.csv", without({kEngineColumn}));
    const auto heard = bringIn(wish, {});
    REQUIRE(heard);
    CHECK(heard->sources.film().tie.method == "sound");
    CHECK(heard->sources.lap == 2);
    wish.folder = dir / "seen";
    wish.log = dir.write("no-speed.csv", without({kSpeedColumn, kEngineColumn}));
    const auto seen = bringIn(wish, {});
    REQUIRE(seen);
    CHECK(seen->sources.film().tie.method == "motion");
    CHECK(std::abs(seen->sources.film().tie.offsetS - heard->sources.film().tie.offsetS) * 1000 <
          seen->sources.film().tie.uncertaintyMs + 20);

    std::string straight = "time [s],lap,speed [m/s]\n"; // neither engine nor turning
    for (int t = 0; t < 3000; ++t) straight += std::to_string(t * 0.1) + "," + std::to_string(1 + t / 1000) + ",30\n";
    wish.log = dir.write("straight.csv", straight);
    wish.folder = dir / "other", wish.track.reset();
    const auto refused = bringIn(wish, {});
    REQUIRE_FALSE(refused);
    CHECK(refused.error().id == "corners.no-turning"); // and at one speed all places are as good
    CHECK_FALSE(std::filesystem::exists(dir / "other"));
}

TEST_CASE("a film that fits two places of its log alike still makes a guide, and it is said not to be sure") {
    const ScratchFolder dir;
    auto wish = demoWish(dir / "guide");
    const auto text = slurp(wish.log);
    const auto header = text.find('\n') + 1;
    std::string twice = text;
    constexpr double kLater = 1000; // s; the same session once more
    std::istringstream rows(text.substr(header));
    for (std::string line; std::getline(rows, line);) {
        const auto comma = line.find(','), next = line.find(',', comma + 1);
        char row[40];
        std::snprintf(row, sizeof row, "%.3f,%d", std::stod(line) + kLater, std::stoi(line.substr(comma + 1)) + 10);
        twice += row + line.substr(next) + "\n";
    }
    wish.log = dir.write("twice.csv", twice);
    const auto made = bringIn(wish, {});
    REQUIRE(made);
    const auto& tie = made->sources.film().tie;
    CHECK_FALSE(tie.sure());
    REQUIRE(tie.places.size() >= 2);
    CHECK(std::abs(tie.places[1].offsetS - tie.places[0].offsetS) == Approx(kLater).margin(0.1));
    CHECK(std::abs(tie.places[1].lap - tie.places[0].lap) == 10);
    const auto read = readGuide(wish.folder);
    REQUIRE(read);
    CHECK(read->sources.film().tie == tie);
}

TEST_CASE("broken sources leave no folder, not even a hidden one") {
    const ScratchFolder dir;
    struct Broken {
        const char* name;
        const char* file; // which of the three
        std::string bytes;
        const char* id;
    };
    const auto b = GENERATE(Broken{"empty log", "log", "", "log.empty"},
                            Broken{"binary log", "log",
                                   std::string("\x7f"
                                               "ELF\0\0\0",
                                               7),
                                   "log.binary"},
                            Broken{"log without time", "log", "speed,gear\n1,2\n2,3\n", "log.no-time"},
                            Broken{"empty film", "film", "", "media.unreadable"},
                            Broken{"text as film", "film", "hello", "media.unreadable"},
                            Broken{"track is prose", "track", "hello", "track.not-json"});
    INFO(b.name);
    auto wish = demoWish(dir / "guide");
    const auto path = dir.write("broken", b.bytes);
    if (b.file == std::string("log"))
        wish.log = path;
    else if (b.file == std::string("film"))
        wish.video = path;
    else
        wish.track = path;
    const auto made = bringIn(wish, {});
    REQUIRE_FALSE(made);
    CHECK(made.error().id == b.id);
    CHECK(dir.entries() == 1);
}

TEST_CASE("bringing in can be stopped and leaves nothing") {
    const ScratchFolder dir;
    std::stop_source stop;
    Progress progress;
    progress.stop = stop.get_token();
    progress.report = [&](double share, const std::string&) {
        if (share > 0.3) stop.request_stop();
    };
    const auto made = bringIn(demoWish(dir / "guide"), progress);
    REQUIRE_FALSE(made);
    CHECK(made.error().id == "job.cancelled");
    CHECK(dir.entries() == 0);
}

TEST_CASE("the demo film is tied by its picture alone, within three frames and what it states") {
    auto log = readLog(demoFolder() / "saltmarrow-log.csv");
    REQUIRE(log);
    const auto tie = lineUp(demoFolder() / "saltmarrow-lap.mp4", *log, SyncBy::Motion, {});
    REQUIRE(tie);
    const auto truth = filmTruth();
    CHECK(tie->offsetS == Approx(truth[0].drive - kLoggerLate).margin(0.060));
    CHECK(std::abs(tie->offsetS - (truth[0].drive - kLoggerLate)) * 1000 <= tie->uncertaintyMs);
}
