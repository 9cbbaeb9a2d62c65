// SPDX-License-Identifier: GPL-3.0-or-later
// plan, formats and slow, as scripts use them.
#include "media/movie_writer.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "support/gui_app.h"
#include "support/ran.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <fstream>
#include <set>

using namespace hl;
using namespace hl::testing;

namespace {

std::string demoGuide() { return (demoFolder() / "saltmarrow-guide").string(); }

/// The demo's guide with its files named absolutely, to be written to.
std::string copiedGuide(const ScratchFolder& dir) {
    const auto from = demoFolder() / "saltmarrow-guide";
    auto guide = readGuide(from);
    if (!guide) throw std::runtime_error(sentence(guide.error()));
    guide->sources.log = resolved(from, guide->sources.log).string();
    if (!guide->sources.trackFile.empty()) guide->sources.trackFile = resolved(from, guide->sources.trackFile).string();
    for (auto& f : guide->sources.films) f.file = resolved(from, f.file).string();
    std::filesystem::create_directories(dir / "g");
    if (auto s = saveGuide(dir / "g", *guide); !s) throw std::runtime_error(sentence(s.error()));
    return (dir / "g").string();
}

/// Film s at a guide time, as the answer's shots tell it. In a talk-over words may run on over a section's end.
double filmAt(const nlohmann::json& section, double t) {
    const auto& last = section["shots"].back();
    if (t > last["end_s"].get<double>()) return last["footage_end_s"];
    for (const auto& x : section["shots"])
        if (t >= x["start_s"].get<double>() - 1e-3 && t <= x["end_s"].get<double>() + 1e-3)
            return x["footage_start_s"].get<double>() + (t - x["start_s"].get<double>()) * x["rate"].get<double>();
    return std::nan("");
}

void checkPlan(const nlohmann::json& j) {
    double now = 0;
    for (const auto& s : j["sections"]) {
        CHECK(s["start_s"].get<double>() == Approx(now).margin(1e-3));
        now = s["end_s"];
        double free = 0;
        for (const auto& x : s["shots"]) {
            CHECK_FALSE(x["why"].get<std::string>().empty());
            CHECK(x["end_s"].get<double>() - x["start_s"].get<double>() > 0.39);
        }
        for (const auto& b : s["beats"]) {
            CHECK(b["start_s"].get<double>() >= free - 1e-3);
            free = b["end_s"];
            CHECK(free - b["start_s"].get<double>() == Approx(b["words_s"].get<double>()).margin(1e-3));
            if (b["window_from_film_s"].is_null()) continue;
            CHECK(filmAt(s, b["start_s"]) >= b["window_from_film_s"].get<double>() - 1e-2);
            CHECK(filmAt(s, b["end_s"]) <= b["window_to_film_s"].get<double>() + 1e-2);
        }
    }
    CHECK(j["length_s"].get<double>() == Approx(now).margin(1e-3));
    CHECK(j["length_s"].get<double>() >= j["bound_s"].get<double>() - 1e-3);
    CHECK(j["length_s"].get<double>() <= 1.01 * j["bound_s"].get<double>());
}

} // namespace

TEST_CASE("a plan tells windows, reasons and whether anything could be shorter, in every format") {
    const auto own = run({"plan", demoGuide(), "--json"});
    REQUIRE(own.code == 0);
    checkPlan(own.answer());
    CHECK(own.answer()["format"] == "usual");
    for (const auto* format : {"lap-first", "talk-over", "parked-walk", "full-speed"}) {
        INFO(format);
        const auto r = run({"plan", demoGuide(), "--format", format, "--json"});
        REQUIRE(r.code == 0);
        CHECK(r.answer()["format"] == format);
        if (std::string(format) != "full-speed") checkPlan(r.answer());
        if (std::string(format) == "full-speed")
            for (const auto& o : r.answer()["over_budget"]) CHECK(o["words_too_many"].get<int>() >= 1);
    }
    const auto none = run({"plan", demoGuide(), "--format", "waltz", "--json"});
    CHECK(none.code == 1);
    CHECK(none.err.find("format.unknown") != std::string::npos);
    CHECK(none.err.find("lap-first") != std::string::npos);
    CHECK(none.out.empty());
}

TEST_CASE("a plan over its budget tells what to leave out first") {
    const auto whole = run({"plan", demoGuide(), "--json"}).answer();
    const double length = whole["length_s"];
    const auto r = run({"plan", demoGuide(), "--budget", std::to_string(length - 20), "--json"});
    REQUIRE(r.code == 0);
    const auto j = r.answer();
    CHECK(j["too_long_s"].get<double>() == Approx(20).margin(0.1));
    double saved = 0;
    for (const auto& l : j["leave_out"]) {
        saved += l["saves_s"].get<double>();
        CHECK_FALSE(l["why"].get<std::string>().empty());
    }
    CHECK(saved >= 20 - 0.1);
    for (const auto& o : j["over_budget"])
        if (o["of"] == "budget") CHECK(o["words_too_many"].get<int>() >= 1);
    CHECK(j["over_budget"].size() >= 1);
    CHECK(j["length_s"].get<double>() == Approx(length).margin(0.1)); // proposed, not done
}

TEST_CASE("formats are listed, set for a guide and kept as files") {
    const auto list = run({"formats", "--json"});
    REQUIRE(list.code == 0);
    CHECK(list.answer()["formats"].size() >= 14);
    const ScratchFolder dir;
    std::filesystem::create_directories(dir / "g");
    std::filesystem::copy_file(demoFolder() / "saltmarrow-guide/guide.json", dir / "g/guide.json");
    const auto guide = (dir / "g").string();
    REQUIRE(
        run({"formats", guide, "--set", "key-corners", "--save", (dir / "k.json").string(), "--name", "Keys"}).code ==
        0);
    const auto told = run({"formats", guide, "--json"}).answer();
    CHECK(told["guide"]["format"] == "key-corners");
    CHECK(run({"formats", guide, "--set", (dir / "k.json").string()}).code == 0);
    CHECK(run({"formats", guide, "--json"}).answer()["guide"]["format"] == "keys");
    CHECK(run({"formats", "--set", "usual"}).code == 2);
}

TEST_CASE("a piece of film is slowed by the command") {
    const ScratchFolder dir;
    MovieOptions o;
    o.width = 128, o.height = 96, o.frameRate = 20;
    auto writer = MovieWriter::open(dir / "film.mp4", o);
    REQUIRE(writer);
    for (int i = 0; i < 20; ++i) {
        YuvFrame f(128, 96);
        for (int y = 0; y < 96; ++y)
            for (int x = 0; x < 128; ++x)
                f.y[static_cast<std::size_t>(y * 128 + x)] =
                    static_cast<std::uint8_t>(128 + 60 * std::sin((x + 3 * i) * 0.2) * std::cos(y * 0.15));
        REQUIRE(writer->picture(f));
    }
    REQUIRE(writer->finish());
    const auto r = run({"slow", (dir / "film.mp4").string(), "--from", "0.2", "--to", "0.7", "--rate", "0.5", "--out",
                        (dir / "slow.mp4").string(), "--json"});
    REQUIRE(r.code == 0);
    CHECK(r.answer()["frames"] == 20);
    CHECK(r.answer()["made"] == 10);
    CHECK(r.answer()["blended"] == 0);
    const auto wrong = run({"slow", (dir / "film.mp4").string(), "--rate", "3", "--out", (dir / "x.mp4").string()});
    CHECK(wrong.code == 1);
    CHECK_FALSE(std::filesystem::exists(dir / "x.mp4"));
}

TEST_CASE("editions are listed, made up, chosen and taken away; a plan is made for one of them") {
    const ScratchFolder dir;
    const auto guide = copiedGuide(dir);
    const auto list = run({"editions", guide, "--json"}).answer();
    CHECK(list["variants"].size() >= 5);
    CHECK(list["edition"]["variant"] == "");
    CHECK(list["edition"]["depth"] == "advanced");
    const auto none = run({"editions", guide, "--variant", "moonlight"});
    CHECK(none.code == 1);
    CHECK(none.err.find("edition.no-variant") != std::string::npos);
    CHECK(none.err.find("race-fuel") != std::string::npos); // what was expected
    CHECK(run({"editions", guide, "--depth", "bottomless"}).err.find("edition.no-depth") != std::string::npos);
    REQUIRE(run({"editions", guide, "--add", "rain", "--name", "in heavy rain", "--conditions", "wet, 9 C", "--variant",
                 "rain", "--depth", "basic"})
                .code == 0);
    const auto now = run({"editions", guide, "--json"}).answer();
    CHECK(now["variants"][0]["key"] == "rain");
    CHECK(now["variants"][0]["own"] == true);
    CHECK(now["variants"][0]["conditions"].get<std::string>().find("9") != std::string::npos);
    CHECK(now["edition"]["name"] == "in heavy rain, basic");
    CHECK(run({"editions", guide, "--remove", "wet"}).code == 1); // every guide has it
    REQUIRE(run({"editions", guide, "--remove", "rain", "--depth", "advanced"}).code == 0);
    CHECK(run({"editions", guide, "--json"}).answer()["edition"]["variant"] == "");
}

TEST_CASE("a plan for another day says what that day's words are") {
    const ScratchFolder dir;
    const auto guide = copiedGuide(dir);
    auto j = nlohmann::json::parse(slurp(std::filesystem::path(guide) / "guide.json"));
    auto& beats = j["corners"][2]["beats"];
    const int was = beats[0]["id"], id = j["next_id"];
    auto wet = beats[0];
    wet["id"] = id, wet["words"] = "In the wet stay off the paint.", wet["variant"] = "wet", wet["instead_of"] = was;
    beats.push_back(wet);
    j["next_id"] = id + 1;
    std::ofstream(std::filesystem::path(guide) / "guide.json") << j.dump();
    const auto saidIn = [&](const std::vector<std::string>& how) {
        std::vector<std::string> call{"plan", guide, "--json"};
        call.insert(call.end(), how.begin(), how.end());
        std::set<int> said;
        const auto plan = run(call).answer();
        for (const auto& s : plan["sections"])
            for (const auto& b : s["beats"]) said.insert(b["id"].get<int>());
        return said;
    };
    const auto dry = saidIn({}), inWet = saidIn({"--variant", "wet"});
    CHECK(dry.count(was) == 1);
    CHECK(dry.count(id) == 0);
    CHECK(inWet.count(was) == 0);
    CHECK(inWet.count(id) == 1);
    // nothing of the other day is held against the lap, in either edition
    const auto check = run({"check", guide, "--variant", "wet", "--json"}).answer();
    for (const auto& f : check["findings"]) CHECK(f["beat"] != id);
}
