// SPDX-License-Identifier: GPL-3.0-or-later
// Takes laid on their scripts, spoken by synthesizers that tell when they speak each word, and by another one.
#include "core/units/numbers.h"
#include "media/sound.h"
#include "support/scratch_folder.h"
#include "voice/align.h"
#include "voice/narrator.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>
#include <set>

using namespace hl;
using namespace hl::testing;

namespace {

const auto kGoOn = [](double) { return true; };

constexpr const char* kScript = "Brake at the 100 board, up to 86 percent, down to third gear. "
                                "Let the pedal bleed away as you turn, 0.3 s before T4. "
                                "Clip the right kerb at 98 km/h, and squeeze the power on.";
constexpr const char* kOther =
    "Brake at the hundred board, up to ninety percent, down to third gear. "
    "Let the pedal as you turn, nought point three seconds before turn four. "
    "Clip the right kerb really carefully at ninety eight kilometres an hour, and squeeze the power on.";

Sound withNoise(Sound s, double snrDb) {
    double power = 0;
    for (const float v : s.samples) power += static_cast<double>(v) * static_cast<double>(v);
    std::mt19937 random(7);
    std::normal_distribution<float> hiss(
        0, static_cast<float>(std::sqrt(power / num(s.samples.size()) / std::pow(10, snrDb / 10))));
    for (float& v : s.samples) v += hiss(random);
    return s;
}

Sound spokenBy(const std::string& voice, const std::string& text, const ScratchFolder& dir, double stretch = 1) {
    const auto file = dir / (voice + ".wav");
    const auto say = "flite -voice " + voice + " --setf duration_stretch=" + std::to_string(stretch) + " -t '" + text +
                     "' -o '" + file.string() + "'";
    if (std::system(say.c_str()) != 0) throw std::runtime_error("flite is not installed: ./lantern setup test");
    auto sound = readSound(file, 48000);
    if (!sound) throw std::runtime_error(sentence(sound.error()));
    return *sound;
}

} // namespace

TEST_CASE("each word of a take is found when it is spoken, with noise too") {
    auto voice = scratchVoice();
    REQUIRE(voice);
    const auto spoken = (*voice)->speak(kScript, 150);
    REQUIRE(spoken);
    const auto script = tokensOf(kScript);
    for (const double snr : {99.0, 20.0}) {
        const auto a = aligned(withNoise(spoken->sound, snr), script, kGoOn);
        REQUIRE(a);
        CHECK(a->words.size() >= script.size() - 2);
        std::vector<double> off;
        for (const auto& w : a->words)
            for (const auto& s : spoken->words)
                if (s.from == script[w.token].from) off.push_back(std::abs(s.startS - w.startS));
        REQUIRE(off.size() > 20);
        CHECK(median(off) < 0.06);
        std::sort(off.begin(), off.end());
        CHECK(off[off.size() * 95 / 100] < 0.15);
        for (std::size_t i = 1; i < a->words.size(); ++i) {
            CHECK(a->words[i].token > a->words[i - 1].token);
            CHECK(a->words[i].startS >= a->words[i - 1].startS);
        }
        CHECK(a->differences.size() <= 1);
    }
}

TEST_CASE("what another voice says differently is found, and what it says as written is not doubted", "[slow]") {
    ScratchFolder dir;
    const auto script = tokensOf(kScript);
    const auto spoken = std::string(kScript).replace(std::string(kScript).find("km/h"), 4, "kilometres an hour");
    std::size_t invented = 0;
    for (const char* name : {"slt", "rms", "awb"}) {
        CAPTURE(name);
        const auto same = aligned(withNoise(spokenBy(name, spoken, dir), 25), script, kGoOn);
        INFO((same ? "" : sentence(same.error())));
        REQUIRE(same);
        invented += same->differences.size();
        const auto other = aligned(spokenBy(name, kOther, dir), script, kGoOn);
        REQUIRE(other);
        const auto has = [&](std::string Difference::*what, std::string_view part) {
            return std::any_of(other->differences.begin(), other->differences.end(),
                               [&](const Difference& d) { return (d.*what).find(part) != std::string::npos; });
        };
        CHECK(has(&Difference::script, "86"));
        CHECK(has(&Difference::script, "bleed away"));
        CHECK(has(&Difference::heard, "really"));
    }
    CHECK(invented <= 1);
}

TEST_CASE("a producer who exchanges every gear, side and number is told so, not taken for an ear that mishears") {
    ScratchFolder dir;
    const auto script = tokensOf("Down to third for the left, with the inside wheels on the kerb. Brake at the second "
                                 "board, from 140 to 90. The front is light here, so be early and gentle. On the way "
                                 "out let it run to the right, and short shift into fourth.");
    const auto* said = "Down to second for the right, with the outside wheels on the grass. Brake at the third board, "
                       "from one hundred and sixty to seventy. The rear is light here, so be late and gentle. On the "
                       "way out let it run to the left, and short shift into fifth.";
    const std::set<std::string> exchanged{"third", "left,", "inside", "kerb.",  "second", "140",
                                          "90.",   "front", "early",  "right,", "fourth."};
    for (const char* name : {"slt", "awb"}) {
        CAPTURE(name);
        const auto a = aligned(spokenBy(name, said, dir), script, kGoOn);
        REQUIRE(a);
        std::set<std::string> found;
        for (const auto& d : a->differences) {
            bool real = false;
            for (auto t = d.tokenFrom; t < d.tokenTo; ++t)
                if (exchanged.count(script[t].text)) found.insert(script[t].text), real = true;
            CAPTURE(d.script, d.heard);
            CHECK(real);
        }
        CHECK(found.size() >= 8);
    }
}

TEST_CASE("a sound of thinking is told as one, a word said twice as that word") {
    ScratchFolder dir;
    const auto script =
        tokensOf("Third gear here, and be patient with the throttle. Turn in late and wait for the car.");
    const auto a = aligned(
        spokenBy("slt", "Third gear here, uh, and be patient with the the throttle. Turn in late and wait for the car.",
                 dir),
        script, kGoOn);
    REQUIRE(a);
    std::set<std::string> heard;
    for (const auto& d : a->differences) {
        CHECK(d.kind == DifferenceKind::Added);
        heard.insert(d.heard);
    }
    CHECK((heard.count("uh") || heard.count("um")));
    CHECK(heard.size() <= 2);
    if (heard.size() == 2) CHECK(heard.count("the"));
}

TEST_CASE("takes that are empty, silent, cut off or of another text are told for what they are") {
    const auto script = tokensOf(kScript);
    CHECK(aligned(Sound{48000, 0, {}}, script, kGoOn).error().id == "take.silent");
    CHECK(aligned(Sound{48000, 0, std::vector<float>(48000, 0.0f)}, script, kGoOn).error().id == "take.silent");
    auto voice = scratchVoice();
    REQUIRE(voice);
    auto spoken = (*voice)->speak(kScript)->sound;
    CHECK(aligned(spoken, tokensOf("\u2014 ..."), kGoOn).error().id == "take.no-words");
    CHECK(aligned(spoken, script, [](double) { return false; }).error().id == "job.cancelled");

    auto half = spoken;
    half.samples.resize(half.samples.size() / 2);
    const auto cut = aligned(half, script, kGoOn);
    REQUIRE(cut);
    CHECK(cut->words.size() < script.size() * 3 / 4);
    REQUIRE_FALSE(cut->differences.empty());
    CHECK(cut->differences.back().tokenTo == script.size()); // the rest was not said

    const auto other = aligned(
        spoken, tokensOf("The weather was fine that morning and we walked along the harbour to buy some bread."),
        kGoOn);
    REQUIRE(other);
    CHECK_FALSE(other->differences.empty());
    const auto name =
        aligned((*voice)->speak("At Xaquilth the car jumps.")->sound, tokensOf("At Xaquilth the car jumps."), kGoOn);
    REQUIRE(name);
    CHECK(name->words.size() == 5); // no dictionary lists it: by its sound
    CHECK(aligned((*voice)->speak("Brake.")->sound, tokensOf("Brake."), kGoOn)->words.size() == 1);
    const auto foreign =
        aligned(spoken, tokensOf("\u65e5\u672c \u041f\u0440\u0438\u0432\u0435\u0442 <s> </s> (2) #"), kGoOn);
    CHECK((foreign || foreign.error().id == "take.no-words"));
}

TEST_CASE("the level of a take is measured by the standard") {
    // EBU R 128: a sine of 1 kHz at -23 dBFS in both channels measures -23 LUFS.
    Sound tone{48000, 0, {}};
    for (int i = 0; i < 48000 * 10; ++i)
        tone.samples.push_back(static_cast<float>(std::pow(10, -23.0 / 20) * std::sin(2 * kPi * 1000 * i / 48000.0)));
    const auto level = levelOf(tone);
    REQUIRE(level);
    CHECK(level->speechLufs == Approx(-23).margin(0.1));
    CHECK(level->peakDbfs == Approx(-23).margin(0.1));
    CHECK_FALSE(level->clipped);
    for (float& s : tone.samples) s = std::clamp(s * 20, -1.0f, 1.0f);
    CHECK(levelOf(tone)->clipped);
    CHECK(levelOf(Sound{48000, 0, std::vector<float>(480, 0.0f)})->speechLufs == Approx(-70));
}

TEST_CASE("somebody who speaks fast or slowly is heard as well: a little word left out, another word, an um",
          "[slow]") {
    ScratchFolder dir;
    constexpr const char* kWritten = "Stay off the paint on the left, roll over the crest in fourth, and let the car "
                                     "drift out to the edge of the road. From the bridge it is flat until the barn.";
    constexpr const char* kSpoken =
        "Stay off the paint on the left, roll over crest in fourth, and let the car "
        "drift out to the window of the road. From the bridge um it is flat until the barn.";
    const auto script = tokensOf(kWritten);
    std::size_t found = 0, invented = 0, takes = 0;
    for (const char* voice : {"slt", "awb"})
        for (const double stretch : {0.8, 1.3}) {
            const auto sound = spokenBy(voice, kSpoken, dir, stretch);
            const auto a = aligned(sound, script, kGoOn);
            REQUIRE(a);
            ++takes;
            for (const char* word : {"the crest", "edge", "it is"}) {
                const auto byte = std::string(kWritten).find(word);
                const auto hit = std::any_of(a->differences.begin(), a->differences.end(), [&](const Difference& d) {
                    return d.tokenFrom < script.size() && std::abs(num(script[d.tokenFrom].from) - num(byte)) < 6;
                });
                found += hit;
            }
            invented += a->differences.size();
        }
    invented -= std::min(invented, found);
    CHECK(found >= 3 * takes - 3);
    CHECK(invented <= 3);
}

TEST_CASE("a take of a part of a long script is heard at its own pace", "[slow]") {
    ScratchFolder dir;
    const std::string part = "Stay off the paint on the left, roll over the crest in fourth, and let the car run.";
    const auto script = tokensOf(part + " " + kScript + " " + kScript);
    const auto a = aligned(spokenBy("slt", part, dir), script, kGoOn);
    REQUIRE(a);
    const auto spoken = tokensOf(part).size();
    CHECK(std::count_if(a->words.begin(), a->words.end(), [&](const AlignedToken& w) { return w.token < spoken; }) >=
          static_cast<std::ptrdiff_t>(spoken) - 1);
    REQUIRE_FALSE(a->differences.empty());
    CHECK(a->differences.back().tokenTo == script.size());
    CHECK(a->differences.back().tokenFrom + 2 >= spoken);
}

TEST_CASE("a pause in which somebody draws breath is one pause; a soft word is none") {
    ScratchFolder dir;
    const std::string before = "Brake at the board and wait.", after = "Then let it run to the kerb.";
    auto sound = spokenBy("slt", before, dir);
    const auto rest = spokenBy("rms", after, dir);
    const double breathFrom = sound.length().count() + 0.15;
    std::mt19937 random(5);
    std::normal_distribution<float> noise(0, 1);
    double power = 0;
    for (const float v : sound.samples) power += static_cast<double>(v) * static_cast<double>(v);
    const auto level = static_cast<float>(0.07 * std::sqrt(power / num(sound.samples.size()))); // 23 dB softer
    const int rate = sound.rate;
    for (int i = 0; i < rate * 7 / 10; ++i) {
        const double t = num(i) / rate;
        const bool breathes = t > 0.15 && t < 0.55;
        const float swell = breathes ? static_cast<float>(std::sin(kPi * (t - 0.15) / 0.4)) : 0.0f;
        sound.samples.push_back(level * swell * noise(random));
    }
    sound.samples.insert(sound.samples.end(), rest.samples.begin(), rest.samples.end());
    const auto script = tokensOf(before + " " + after);
    const auto a = aligned(sound, script, kGoOn);
    REQUIRE(a);
    const auto over = std::find_if(a->pauses.begin(), a->pauses.end(), [&](const Pause& p) {
        return p.startS <= breathFrom + 0.05 && p.endS >= breathFrom + 0.35;
    });
    CHECK(over != a->pauses.end());
    CHECK(a->differences.empty()); // a breath is no word
    for (const auto& p : a->pauses) {
        for (const auto& w : a->words) CHECK_FALSE((w.startS > p.startS && w.endS < p.endS));
    }
    for (std::size_t i = 1; i < a->pauses.size(); ++i) CHECK(a->pauses[i].startS > a->pauses[i - 1].endS);
}

TEST_CASE("a take is heard alike again and again, whichever ear happens to be free", "[slow]") {
    auto voice = scratchVoice();
    REQUIRE(voice);
    std::string text;
    for (int k = 0; k < 4; ++k) text += std::string(k ? " " : "") + kScript; // many pieces, on all cores
    const auto spoken = (*voice)->speak(text, 170);
    REQUIRE(spoken);
    auto other = text;
    other.replace(other.find("third"), 5, "second");
    const auto script = tokensOf(other);
    const auto take = withNoise(spoken->sound, 25);
    const auto first = aligned(take, script, kGoOn);
    REQUIRE(first);
    CHECK(!first->differences.empty());
    for (int round = 0; round < 4; ++round) {
        const auto again = aligned(take, script, kGoOn);
        REQUIRE(again);
        REQUIRE(again->words.size() == first->words.size());
        for (std::size_t i = 0; i < again->words.size(); ++i) {
            CHECK(again->words[i].token == first->words[i].token);
            CHECK(again->words[i].startS == first->words[i].startS);
        }
        REQUIRE(again->differences.size() == first->differences.size());
        for (std::size_t i = 0; i < again->differences.size(); ++i)
            CHECK(again->differences[i].heard == first->differences[i].heard);
    }
}
