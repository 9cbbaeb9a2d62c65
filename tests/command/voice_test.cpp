// SPDX-License-Identifier: GPL-3.0-or-later
// Takes on the command line.
#include "media/sound.h"
#include "support/gui_app.h"
#include "support/ran.h"
#include "support/tiny_guide.h"
#include "voice/narrator.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

Sound spoken(const std::string& text) {
    auto voice = scratchVoice();
    if (!voice) throw std::runtime_error(sentence(voice.error()));
    return (*voice)->speak(text, 165)->sound;
}

} // namespace

TEST_CASE("align tells when the words of each corner are spoken, whatever the file is") {
    const ScratchFolder dir;
    const auto wav = dir.write("take.wav", wavBytes(spoken("Brake at the fifty board. Third gear, and turn in early. "
                                                           "Now the chicane. Stay off the kerb on the left.")));
    const auto script = dir.write("words.txt", "# corner 3\nBrake at the 50 board. 3rd gear, and turn in early.\n"
                                               "# corner 12\nNow the chicane. Stay off the kerb on the left.\n");
    std::string file = wav.string();
    if (const auto* how = GENERATE("", "-c:a flac take.flac", "-ar 22050 -ac 2 -c:a libmp3lame -b:a 48k take.mp3",
                                   "-c:a libopus take.ogg");
        *how) {
        const std::string all(how);
        file = (dir / all.substr(all.rfind(' ') + 1)).string();
        const auto command = "ffmpeg -v error -y -i '" + wav.string() + "' " + all.substr(0, all.rfind(' ')) + " '" +
                             file + "' </dev/null";
        REQUIRE(std::system(command.c_str()) == 0);
    }
    INFO(file);
    const auto r = run({"align", file, "--script", script.string(), "--json"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    const auto j = r.answer();
    for (const auto* key : {"duration_s", "words", "pauses", "differences", "level"}) CHECK(j.contains(key));
    REQUIRE(j["words"].size() == 21);
    CHECK(j["words"][3]["text"] == "50");
    CHECK(j["words"][3]["corner"] == 3);
    CHECK(j["words"].back()["corner"] == 12);
    CHECK(j["words"].back()["token"] == 20);
    double last = 0;
    for (const auto& w : j["words"]) {
        CHECK(w["start_s"].get<double>() >= last);
        CHECK(w["end_s"].get<double>() > w["start_s"].get<double>());
        last = w["start_s"];
    }
    CHECK(j["differences"].empty());
    CHECK(j["level"]["clipped"] == false);
}

TEST_CASE("what cannot be aligned says which file and why, and answers nothing") {
    const ScratchFolder dir;
    const auto script = dir.write("words.txt", "Brake at the board.").string();
    const auto wav = dir.write("take.wav", wavBytes(spoken("Brake at the board."))).string();
    for (const std::vector<std::string>& wrong :
         {std::vector<std::string>{"align", (dir / "none.wav").string(), "--script", script},
          {"align", dir.write("text.wav", "RIFF and nothing more").string(), "--script", script},
          {"align", squareFilm(dir / "silent.mp4").string(), "--script", script},
          {"align", wav, "--script", (dir / "none.txt").string()}}) {
        auto all = wrong;
        all.emplace_back("--json");
        const auto r = run(all);
        INFO(wrong[1] << ": " << r.err);
        CHECK(r.code == 1);
        CHECK(r.out.empty());
        CHECK_FALSE(r.err.empty());
    }
    CHECK(run({"align", wav}).code == 2);
}

TEST_CASE("a take goes into a guide by its corner or its beat, and what it cannot go into is named") {
    const ScratchFolder dir;
    auto guide = tinyGuide(dir / "g", squareFilm(dir / "film.mp4"));
    auto& corner = guide.corners.front();
    corner.beats.resize(1);
    corner.beats.front().words = "Turn in late and clip the kerb on the right.";
    REQUIRE(saveGuide(dir / "g", guide));
    const auto id = corner.beats.front().id.value;
    const auto folder = (dir / "g").string();
    const auto wav = dir.write("My take 1.wav", wavBytes(spoken(corner.beats.front().words))).string();
    const std::vector<std::string> by =
        GENERATE(std::vector<std::string>{"--beat"}, std::vector<std::string>{"--corner"});
    const auto which = std::to_string(by[0] == "--beat" ? id : corner.number);
    const auto r = run({"take", folder, "--audio", wav, by[0], which, "--json"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    REQUIRE(r.answer()["beats"].size() == 1);
    CHECK(r.answer()["beats"][0]["id"] == id);
    CHECK(r.answer()["beats"][0]["differences"].empty());
    CHECK(r.answer()["unspoken"].empty());
    const auto kept = readGuide(dir / "g");
    REQUIRE(kept);
    REQUIRE(kept->corners.front().beats.front().takes.size() == 1);
    const auto before = slurp(dir / "g/guide.json");
    for (const std::vector<std::string>& wrong : {std::vector<std::string>{"--corner", "99"},
                                                  {"--beat", "4711"},
                                                  {"--corner", "1", "--beat", std::to_string(id)},
                                                  {"--film-from", "0", "--corner", "1"},
                                                  {"--film-from", "0", "--rate", "0"},
                                                  {"--film-from", "0", "--rate", "9"}}) {
        std::vector<std::string> all{"take", folder, "--audio", wav, "--json"};
        all.insert(all.end(), wrong.begin(), wrong.end());
        const auto refused = run(all);
        INFO(wrong[0] << " " << wrong[1] << ": " << refused.err);
        CHECK(refused.code == 2);
        CHECK(refused.out.empty());
        CHECK((slurp(dir / "g/guide.json") == before));
    }
    CHECK(run({"take", folder, "--audio", (dir / "none.wav").string()}).code == 1);
    CHECK((slurp(dir / "g/guide.json") == before));
}
