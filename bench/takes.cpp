// SPDX-License-Identifier: GPL-3.0-or-later
// Takes laid on their scripts: when the words are spoken, and what was said differently. The sentences stand apart from
// those the margins were found with, and so do the voices of flite.
#include "core/take/number_words.h"
#include "media/sound.h"
#include "report.h"
#include "support/scratch_folder.h"
#include "voice/align.h"
#include "voice/narrator.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <map>
#include <random>

namespace hl::bench {
namespace {

constexpr const char* kSentences[] = {
    "Over the crest the car goes light, so have it straight before you get there.",
    "There is a drain cover on the left at 120 m, and that is where I come off the throttle.",
    "I use second here, but in the wet third is calmer and costs you 0.2 s at most.",
    "Do not follow the rubber on the outside, it leads you into the gravel.",
    "The wall comes close after T7, so leave yourself half a metre.",
    "Wait until you see the orange marshal post, then squeeze the brake to about 60%.",
    "If somebody is alongside, give up the entry and get a good run out of it.",
    "Everybody turns in too soon because the hedge hides the second part of the bend.",
    "You should be at 145 km/h by the bridge, and flat from there on.",
    "Look for the gap between the two poplars, that is your line over the hill.",
    "Rest one finger on the wheel and feel whether the front is still with you.",
    "It is worth 3 tenths, more than any other corner on this circuit."};
constexpr const char* kOthers[] = {"banana", "slowly", "window", "yesterday", "green", "coffee", "quickly", "shoulder"};
constexpr const char* kBesides[] = {"um", "you know", "well", "as I said"};

constexpr const char* kSlipKinds[] = {"left out", "exchanged", "added"};

struct Slips {
    std::string said;
    std::vector<std::size_t> at;    ///< token of the script
    std::vector<const char*> kinds; ///< left out, exchanged, added
};

/// About one word in twenty-five left out, exchanged, or joined by another.
Slips slipped(const std::vector<ScriptToken>& script, std::mt19937& random, bool any) {
    Slips out;
    const auto chance = [&](double p) { return std::uniform_real_distribution<>(0, 1)(random) < p; };
    std::size_t rest = 5;
    for (std::size_t i = 0; i < script.size(); ++i) {
        std::string word;
        for (const auto& w : script[i].readings.empty() ? Reading{} : script[i].readings.front()) word += w + ' ';
        if (script[i].text.find_first_of(".,") != std::string::npos && !word.empty()) word.insert(word.size() - 1, ",");
        if (any && rest == 0 && chance(0.12)) {
            rest = 6;
            out.at.push_back(i);
            const auto kind = random() % 3;
            out.kinds.push_back(kSlipKinds[kind]);
            if (kind == 0) word.clear();
            if (kind == 1) word = std::string(kOthers[random() % std::size(kOthers)]) + ' ';
            if (kind == 2) word = std::string(kBesides[random() % std::size(kBesides)]) + ' ' + word;
        } else if (rest > 0)
            --rest;
        out.said += word;
    }
    return out;
}

Sound withNoise(Sound s, double snrDb, std::mt19937& random) {
    double power = 0;
    for (const float v : s.samples) power += static_cast<double>(v) * static_cast<double>(v);
    std::normal_distribution<float> hiss(
        0, static_cast<float>(std::sqrt(power / static_cast<double>(s.samples.size()) / std::pow(10, snrDb / 10))));
    for (float& v : s.samples) v += hiss(random);
    return s;
}

std::vector<ScriptToken> someScript(std::mt19937& random) {
    std::vector<std::string> all(std::begin(kSentences), std::end(kSentences));
    std::shuffle(all.begin(), all.end(), random);
    std::string text;
    for (std::size_t i = 0; i < 6; ++i) text += all[i] + ' ';
    return tokensOf(text);
}

} // namespace

namespace {

struct Row {
    double found = 0, there = 0, invented = 0, words = 0;
};
/// Rows of a table, by what they are told apart by.
struct Table {
    std::map<std::string, Row> voices, noises, rates, kinds;
    Row all;
    double spokenS = 0, tookS = 0;
};

void add(Row& to, const Row& row) {
    to.found += row.found, to.there += row.there, to.invented += row.invented, to.words += row.words;
}

/// One take held against what was really said.
void score(Table& t, const Alignment& a, const Slips& slips, std::size_t words, const std::vector<Row*>& rows) {
    std::vector<bool> hit(slips.at.size(), false);
    Row row;
    row.words = static_cast<double>(words), row.there = static_cast<double>(slips.at.size());
    for (const auto& d : a.differences) {
        bool real = false;
        for (std::size_t i = 0; i < slips.at.size(); ++i)
            if (d.tokenFrom <= slips.at[i] + 1 && d.tokenTo + 1 >= slips.at[i] + 1) hit[i] = real = true;
        row.invented += real ? 0 : 1;
    }
    for (std::size_t i = 0; i < hit.size(); ++i) {
        row.found += hit[i];
        auto& kind = t.kinds[slips.kinds[i]];
        ++kind.there, kind.found += hit[i];
    }
    add(t.all, row);
    for (auto* r : rows) add(*r, row);
}

void print(const char* by, const std::map<std::string, Row>& rows) {
    for (const auto& [name, r] : rows) {
        std::printf("  %-10s %-10s %8.0f %8.0f %8.2f", by, name.c_str(), r.words, r.there,
                    r.there > 0 ? r.found / r.there : 1);
        if (r.words > 0) std::printf(" %16.2f", 100 * r.invented / r.words);
        std::printf("\n");
    }
}

} // namespace

Report accuracyOfTakes() {
    Report report;
    std::mt19937 random(77);
    const testing::ScratchFolder dir;
    const auto goOn = [](double) { return true; };
    Table t;
    for (const char* voice : {"slt", "rms", "awb", "kal16"})
        for (const double stretch : {1.0, 0.8, 1.25})
            for (const bool any : {false, true}) {
                if (stretch != 1 && !any) continue;
                const auto script = someScript(random);
                const auto slips = slipped(script, random, any);
                const auto file = dir / "take.wav";
                const auto say = "flite -voice " + std::string(voice) +
                                 " --setf duration_stretch=" + std::to_string(stretch) + " -t \"" + slips.said +
                                 "\" -o '" + file.string() + "'";
                if (std::system(say.c_str()) != 0)
                    return {{"flite is not installed: ./lantern setup bench", 0, "", 1, false}};
                const auto sound = readSound(file, 48000);
                if (!sound) continue;
                for (const double snr : {60.0, 20.0}) {
                    const auto take = withNoise(*sound, snr, random);
                    const auto start = std::chrono::steady_clock::now();
                    const auto a = aligned(take, script, goOn);
                    t.tookS += std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
                    t.spokenS += take.length().count();
                    if (!a) continue;
                    score(t, *a, slips, script.size(),
                          {&t.voices[voice], &t.noises[snr > 30 ? "quiet" : "20 dB"],
                           &t.rates[stretch == 1  ? "usual"
                                    : stretch < 1 ? "fast"
                                                  : "slow"]});
                }
            }
    std::printf("\n  %-10s %-10s %8s %8s %8s %16s\n", "", "", "words", "slips", "found", "invented in 100");
    print("voice", t.voices), print("noise", t.noises), print("rate", t.rates), print("slip", t.kinds);
    report.push_back({"differences found, of those spoken", t.all.found / t.all.there, "", 0.9, false});
    report.push_back({"differences invented in a hundred words", 100 * t.all.invented / t.all.words, "", 1});
    report.push_back({"time taken, of the take's length", t.tookS / t.spokenS, "", 0.1});
    std::vector<double> off;
    for (const int pace : {140, 165, 190}) {
        auto voice = scratchVoice();
        const auto script = someScript(random);
        std::string text;
        for (const auto& t : script) text += t.text + ' ';
        const auto u = voice ? (*voice)->speak(text, pace) : Result<Utterance>(voice.error());
        if (!u) continue;
        const auto a = aligned(withNoise(u->sound, 20, random), tokensOf(text), goOn);
        const auto own = tokensOf(text);
        if (!a) continue;
        for (const auto& w : a->words)
            for (const auto& s : u->words)
                if (s.from == own[w.token].from) off.push_back(1000 * std::abs(s.startS - w.startS));
    }
    const auto spread = spreadOf(off);
    report.push_back({"word starts at 20 dB of noise, median", spread.median, "ms", 60});
    report.push_back({"word starts at 20 dB of noise, 95 %", spread.p95, "ms", 150});
    return report;
}

} // namespace hl::bench
