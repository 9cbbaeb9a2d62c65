// SPDX-License-Identifier: GPL-3.0-or-later
// What is read and followed in pictures, on the command line.
#include "media/movie_writer.h"
#include "support/gui_app.h"
#include "support/ran.h"
#include "support/tiny_guide.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace hl;
using namespace hl::testing;

namespace {

/// A film of grey pictures that somebody draws in.
std::filesystem::path drawnFilm(const std::filesystem::path& file, int width, int height, int rate, int frames,
                                const std::function<void(YuvFrame&, int)>& draw) {
    MovieOptions o;
    o.width = width, o.height = height, o.frameRate = rate, o.crf = 12, o.preset = "ultrafast";
    auto writer = MovieWriter::open(file, o);
    if (!writer) throw std::runtime_error(sentence(writer.error()));
    for (int i = 0; i < frames; ++i) {
        YuvFrame f(width, height);
        std::fill(f.y.begin(), f.y.end(), std::uint8_t{70});
        std::fill(f.u.begin(), f.u.end(), std::uint8_t{128});
        std::fill(f.v.begin(), f.v.end(), std::uint8_t{128});
        draw(f, i);
        if (auto s = writer->picture(f, i == 0); !s) throw std::runtime_error(sentence(s.error()));
    }
    if (auto s = writer->finish(); !s) throw std::runtime_error(sentence(s.error()));
    return file;
}

void fill(YuvFrame& f, double x, double y, double w, double h, int grey) {
    for (int row = static_cast<int>(y); row < static_cast<int>(y + h); ++row)
        for (int at = static_cast<int>(x); at < static_cast<int>(x + w); ++at)
            f.y[static_cast<std::size_t>(row) * static_cast<std::size_t>(f.width) + static_cast<std::size_t>(at)] =
                static_cast<std::uint8_t>(grey);
}

} // namespace

TEST_CASE("a bar that grows is read in any direction, with each picture's own time") {
    const ScratchFolder dir;
    constexpr int kFrames = 60, kRate = 30;
    const auto share = [](int i) { return 0.5 - 0.5 * std::cos(i * 0.2); };
    const auto film = drawnFilm(dir / "bars.mp4", 426, 240, kRate, kFrames, [&](YuvFrame& f, int i) {
        fill(f, 40, 40, 20, 120, 30), fill(f, 300, 200, 100, 14, 30);
        const auto full = std::round(120 * share(i)), wide = std::round(100 * share(kFrames - 1 - i));
        fill(f, 40, 160 - full, 20, full, 220), fill(f, 300, 200, wide, 14, 220);
    });
    const auto boxes = dir.write("boxes.csv", "channel,kind,x_px,y_px,w_px,h_px\n"
                                              "throttle,bar-up,40,40,20,120\nbrake,bar-right,300,200,100,14\n");
    const auto r = run({"read-panel", film.string(), "--boxes", boxes.string()});
    INFO(r.err);
    REQUIRE(r.code == 0);
    std::istringstream rows(r.out);
    std::string head, row;
    std::getline(rows, head);
    REQUIRE(head.starts_with("time_s"));
    std::vector<std::string> columns;
    std::istringstream names(head);
    for (std::string n; std::getline(names, n, ',');) columns.push_back(n);
    const auto column = [&](const std::string& name) {
        return static_cast<std::size_t>(std::find(columns.begin(), columns.end(), name) - columns.begin());
    };
    int count = 0;
    double worst = 0;
    while (std::getline(rows, row)) {
        std::vector<std::string> cells;
        std::istringstream in(row);
        for (std::string c; std::getline(in, c, ',');) cells.push_back(c);
        CHECK(std::stod(cells.at(0)) == Approx(count / static_cast<double>(kRate)).margin(0.002));
        worst = std::max(worst, std::abs(std::stod(cells.at(column("throttle"))) - share(count)));
        worst = std::max(worst, std::abs(std::stod(cells.at(column("brake"))) - share(kFrames - 1 - count)));
        ++count;
    }
    CHECK(count == kFrames);
    CHECK(worst < 0.05);
}

TEST_CASE("boxes and named moments that cannot be are told with their line, and no log is begun") {
    const ScratchFolder dir;
    const auto film = squareFilm(dir / "film.mp4").string();
    const auto good = dir.write("good.csv", "channel,kind,x_px,y_px,w_px,h_px\nthrottle,bar-up,40,30,24,24\n").string();
    for (const std::vector<std::string>& wrong :
         {std::vector<std::string>{film, "--boxes", (dir / "none.csv").string()},
          {film, "--boxes", dir.write("a.csv", "channel,kind,x_px,y_px,w_px,h_px\nthrottle,pie,1,2,3,4\n").string()},
          {film, "--boxes", dir.write("b.csv", "channel,kind\nthrottle,bar-up\n").string()},
          {film, "--boxes", dir.write("c.csv", "").string()},
          {(dir / "none.mp4").string(), "--boxes", good},
          {dir.write("text.mp4", "no film").string(), "--boxes", good},
          {film, "--boxes", good, "--named", "speed=3"},
          {film, "--boxes", good, "--named", "wipers@1=2"},
          {film, "--boxes", good, "--named", "speed@one=two"}}) {
        auto all = wrong;
        all.insert(all.begin(), "read-panel");
        const auto r = run(all);
        INFO(wrong.back() << ": " << r.err);
        CHECK(r.code != 0);
        CHECK(r.out.empty());
        CHECK_FALSE(r.err.empty());
    }
}

TEST_CASE("a clicked square is followed as long as it is there, and a click outside is refused") {
    const ScratchFolder dir;
    constexpr int kRate = 24;
    const auto place = [](int i) { return 30.0 + 2.0 * i; };
    const auto film = drawnFilm(dir / "goes.mp4", 480, 270, kRate, 96, [&](YuvFrame& f, int i) {
        for (int k = 0; k < 40; ++k) fill(f, (k * 97) % 470, (k * 61) % 260, 6, 6, 90 + k); // a ground to look at
        fill(f, place(i), 120, 16, 16, 235), fill(f, place(i) + 4, 124, 6, 6, 20);
    });
    const auto r = run({"follow", film.string(), "--at", "2", "--x", std::to_string(place(48) + 8), "--y", "128",
                        "--radius", "10", "--from", "1", "--to", "3", "--json"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    const auto path = r.answer()["path"];
    REQUIRE(path.size() >= 46);
    int sure = 0;
    double last = -1;
    for (const auto& p : path) {
        const double t = p["film_s"];
        CHECK(t > last);
        last = t;
        if (p["state"] != "sure") continue;
        ++sure;
        CHECK(p["x_px"].get<double>() == Approx(place(static_cast<int>(std::lround(t * kRate))) + 8).margin(2));
        CHECK(p["y_px"].get<double>() == Approx(128).margin(2));
    }
    CHECK(sure > 40);
    CHECK(run({"follow", film.string(), "--at", "2", "--x", "9999", "--y", "5"}).code != 0);
    CHECK(run({"follow", film.string(), "--at", "900", "--x", "50", "--y", "50"}).code == 1);
    CHECK(run({"follow", film.string(), "--at", "2", "--x", "50", "--y", "50", "--from", "3"}).code == 2);
    CHECK(run({"follow", (dir / "none.mp4").string(), "--at", "2", "--x", "5", "--y", "5"}).code == 1);
}

TEST_CASE("pins and points that cannot be are told with their line, and the guide stays as it was") {
    const ScratchFolder dir;
    const double turnInM = tinyGuide(dir / "g", squareFilm(dir / "film.mp4")).corners.front().turnInM;
    const auto folder = (dir / "g").string();
    const auto before = slurp(dir / "g/guide.json");
    for (const std::vector<std::string>& wrong :
         {std::vector<std::string>{"camera", folder, "--pins", (dir / "none.csv").string()},
          {"camera", folder, "--pins", dir.write("a.csv", "film_s,x_px,y_px\n1,2,3\n").string()},
          {"camera", folder, "--pins",
           dir.write("b.csv", "film_s,x_px,y_px,at_m,left_m,up_m\n1,2,three,4,5,6\n").string()},
          {"project", folder, "--points", dir.write("d.csv", "film_s,at_m,left_m,up_m\n0.5,x,0,0\n").string()},
          {"project", folder, "--points", dir.write("e.csv", "film_s,at_m,left_m,up_m\n9999,10,0,0\n").string()},
          {"project", (dir / "nowhere").string(), "--points", (dir / "d.csv").string()}}) {
        auto all = wrong;
        all.emplace_back("--json");
        const auto r = run(all);
        INFO(wrong[0] << " " << wrong.back() << ": " << r.err);
        CHECK(r.code == 1);
        CHECK(r.out.empty());
        CHECK_FALSE(r.err.empty());
        CHECK((slurp(dir / "g/guide.json") == before));
    }
    // Where nobody found the camera it is assumed, and places may be far off.
    const auto ahead =
        dir.write("ahead.csv", "film_s,at_m,left_m,up_m\n0.5," + std::to_string(turnInM + 35) + ",0,0\n").string();
    const auto placed = run({"project", folder, "--points", ahead, "--json"});
    INFO(placed.err);
    REQUIRE(placed.code == 0);
    CHECK(placed.answer()["points"][0]["uncertainty_px"] > 320 / 16);
    // One click is an answer, of which nobody can be sure.
    const auto one =
        dir.write("one.csv", "film_s,x_px,y_px,at_m,left_m,up_m\n1,160,120," + std::to_string(turnInM + 50) + ",0,0\n")
            .string();
    const auto r = run({"camera", folder, "--pins", one, "--json"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    CHECK(r.answer()["sure"] == false);
    CHECK(r.answer()["pins"] == 1);
}
