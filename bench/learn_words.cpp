// SPDX-License-Identifier: GPL-3.0-or-later
// Learns core/claims/en/learned_words.tsv of the sentences that were looked at (tests/data/claims/*/written.jsonl):
//
//     ninja -C build/release lantern-learn && build/release/bin/lantern-learn > src/core/claims/en/learned_words.tsv
//
// Logistic regression over words and pairs of neighbours, by gradients that grow shorter where a word came often
// (AdaGrad: Duchi, Hazan, Singer 2011). How well it tells apart what it has not seen stands on the error stream.
#include "core/claims/plain.h"
#include "core/claims/weighed_words.h"
#include "store/claims_json.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <map>
#include <memory>
#include <random>
#include <stdexcept>

namespace {

struct Example {
    std::vector<std::string> pieces;
    bool claimsNone = false, otherCase = false, advises = false;
    bool oneManner = false; ///< all that is claimed is told as done, or all as what to do
};
using Question = bool Example::*;
using Weights = std::map<std::string, double>;

const std::string kAlways = "(always)";

struct Marked {
    std::string sentence; ///< plain
    std::shared_ptr<const hl::WordScales> scales;
    bool claimsNone = false, otherCase = false, advises = false, oneManner = false;
};

std::vector<Marked> markedIn(const std::filesystem::path& folder) {
    std::ifstream facts(folder / "facts.json"), lines(folder / "written.jsonl");
    const auto known = hl::claimFactsFrom(nlohmann::ordered_json::parse(facts));
    if (!known) throw std::runtime_error("no facts in " + folder.string());
    const auto scales = std::make_shared<const hl::WordScales>(*known);
    std::vector<Marked> out;
    for (std::string line; std::getline(lines, line);) {
        const auto json = nlohmann::ordered_json::parse(line);
        Marked m{hl::plainText(json["text"].get<std::string>()).text, scales, json["claims"].empty(), false};
        const auto all = [&](std::string_view stance) {
            return std::all_of(json["claims"].begin(), json["claims"].end(),
                               [&](const auto& c) { return c["stance"] == stance; });
        };
        for (const auto& c : json["claims"]) m.otherCase = m.otherCase || c["stance"] == "other";
        m.advises = all("advised"), m.oneManner = !m.claimsNone && (m.advises || all("driven"));
        out.push_back(std::move(m));
    }
    return out;
}

/// Words that were heard twice are known, and who does something by the third time.
std::set<std::string> knownIn(const std::vector<Marked>& marked) {
    std::map<std::string, int> count;
    for (const auto& m : marked)
        for (const auto& p : m.scales->pieces(m.sentence, [](const std::string&) { return true; })) ++count[p];
    std::set<std::string> known;
    for (const auto& [piece, n] : count)
        if (n >= (piece.starts_with("(who)") ? 3 : 2)) known.insert(piece);
    return known;
}

std::vector<Example> examplesOf(const std::vector<Marked>& marked, const std::set<std::string>& known) {
    std::vector<Example> out;
    for (const auto& m : marked)
        out.push_back({m.scales->pieces(m.sentence, [&](const std::string& p) { return known.count(p) > 0; }),
                       m.claimsNone, m.otherCase, m.advises, m.oneManner});
    return out;
}

std::vector<Example> claimingOf(const std::vector<Example>& all) {
    std::vector<Example> out;
    std::copy_if(all.begin(), all.end(), std::back_inserter(out), [](const Example& e) { return !e.claimsNone; });
    return out;
}

std::vector<Example> ofOneManner(const std::vector<Example>& all) {
    std::vector<Example> out;
    std::copy_if(all.begin(), all.end(), std::back_inserter(out), [](const Example& e) { return e.oneManner; });
    return out;
}

double logOdds(const Weights& w, const Example& e) {
    double z = w.count(kAlways) ? w.at(kAlways) : 0;
    for (const auto& p : e.pieces)
        if (const auto it = w.find(p); it != w.end()) z += it->second;
    return z;
}

Weights learnedInOneOrder(const std::vector<Example>& examples, Question question, unsigned seed) {
    constexpr int kRounds = 12, kOften = 2;
    constexpr double kStep = 0.1, kPull = 0.03; // towards 0
    std::map<std::string, int> count;
    for (const auto& e : examples)
        for (const auto& p : e.pieces) ++count[p];
    Weights weights{{kAlways, 0}}, squares;
    for (const auto& [piece, n] : count)
        if (n >= kOften) weights[piece] = 0;
    std::vector<const Example*> order;
    for (const auto& e : examples) order.push_back(&e);
    std::mt19937 dice(seed);
    const auto step = [&](const std::string& piece, double& w, double slope) {
        auto& s = squares[piece];
        s += slope * slope + 1e-9;
        w -= kStep * slope / std::sqrt(s);
    };
    Weights mean;
    for (int round = 0; round < kRounds; ++round) {
        std::shuffle(order.begin(), order.end(), dice);
        for (const auto* e : order) {
            const double slope = 1 / (1 + std::exp(-logOdds(weights, *e))) - (e->*question ? 1 : 0);
            step(kAlways, weights[kAlways], slope);
            for (const auto& p : e->pieces)
                if (const auto w = weights.find(p); w != weights.end()) step(p, w->second, slope + kPull * w->second);
        }
        if (round >= kRounds / 2) // the mean of the later ones hangs less on the order in which they were asked
            for (const auto& [piece, w] : weights) mean[piece] += w / (kRounds - kRounds / 2);
    }
    return mean;
}

/// The mean over several orders: what one sentence weighs hangs the less on which came last.
Weights learn(const std::vector<Example>& examples, Question question) {
    constexpr unsigned kOrders = 8;
    Weights mean;
    for (unsigned seed = 1; seed <= kOrders; ++seed)
        for (const auto& [piece, w] : learnedInOneOrder(examples, question, seed)) mean[piece] += w / kOrders;
    return mean;
}

/// How often of two examples the one that is so gets the higher log-odds.
double apart(const Weights& weights, const std::vector<Example>& examples, Question question) {
    std::vector<double> so, notSo;
    for (const auto& e : examples) (e.*question ? so : notSo).push_back(logOdds(weights, e));
    double right = 0;
    for (const double a : so)
        for (const double b : notSo) right += a > b ? 1 : a == b ? 0.5 : 0;
    return right / static_cast<double>(so.size() * notSo.size());
}

/// Learned of four fifths, asked about the last.
void tellHowWell(const std::vector<Marked>& marked) {
    std::vector<Marked> seen, kept;
    for (std::size_t i = 0; i < marked.size(); ++i) (i % 5 == 4 ? kept : seen).push_back(marked[i]);
    const auto known = knownIn(seen);
    const auto learnedOf = examplesOf(seen, known), asked = examplesOf(kept, known);
    std::fprintf(
        stderr,
        "of two sentences, the one that claims nothing is told in %.3f, the other case in %.3f, the advice in %.3f\n",
        apart(learn(learnedOf, &Example::claimsNone), asked, &Example::claimsNone),
        apart(learn(claimingOf(learnedOf), &Example::otherCase), claimingOf(asked), &Example::otherCase),
        apart(learn(ofOneManner(learnedOf), &Example::advises), ofOneManner(asked), &Example::advises));
}

int hundredths(const Weights& w, const std::string& piece) {
    const auto it = w.find(piece);
    return it == w.end() ? 0 : static_cast<int>(std::lround(100 * it->second));
}

} // namespace

int main() {
    std::set<std::filesystem::path> folders;
    for (const auto& e : std::filesystem::directory_iterator(std::filesystem::path(HL_SOURCE) / "tests/data/claims"))
        folders.insert(e.path());
    std::vector<Marked> marked;
    for (const auto& folder : folders)
        for (auto& m : markedIn(folder)) marked.push_back(std::move(m));
    tellHowWell(marked);
    const auto known = knownIn(marked);
    const auto all = examplesOf(marked, known);
    const auto nothing = learn(all, &Example::claimsNone), other = learn(claimingOf(all), &Example::otherCase),
               advises = learn(ofOneManner(all), &Example::advises);
    constexpr int kCounts = 10; // hundredths: pairs that weigh less move nothing
    std::set<std::string> pieces;
    for (const auto* weights : {&nothing, &other, &advises})
        for (const auto& [piece, w] : *weights)
            if (piece.find(' ') == piece.npos || std::abs(hundredths(*weights, piece)) >= kCounts) pieces.insert(piece);
    for (const auto& piece : known) // words by which others are told to be unheard
        if (piece.find(' ') == piece.npos || piece.starts_with("(who)")) pieces.insert(piece);
    std::printf(
        "# words\ttells nothing\tanother case\tadvises: log-odds in hundredths, learned (bench/learn_words.cpp)\n");
    for (const auto& p : pieces)
        std::printf("%s\t%d\t%d\t%d\n", p.c_str(), hundredths(nothing, p), hundredths(other, p),
                    hundredths(advises, p));
}
