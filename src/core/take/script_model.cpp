// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/script_model.h"

#include "core/take/number_words.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <sstream>

namespace hl {
namespace {

constexpr std::array kHesitations{"um", "uh", "erm", "er", "mm"};

/// What people say when they leave the script: little words, numbers, and the words of this trade.
constexpr std::string_view kCommon =
    "a about actually after again against ahead all almost already also always an and another any are around as at "
    "away back bad balance bank be because been before begin behind being best better between big bit both bottom "
    "brake brakes braking bring bump bumps but by call can car careful carry cars change clip close cold come comes "
    "coming corner corners could crest curb cut day did different do does done down downhill drift driver drop dry "
    "during each early easy edge eight eighteen eighty either eleven end enough enter entry even every exit fast "
    "faster "
    "feel few fifteen fifth fifty find fine first five flat for forty four fourteen fourth from front full gain gap "
    "gear "
    "gears gentle get gets give go goes going good got grass gravel grip ground had half hand hard has have he head "
    "here "
    "high hill him his hit hold home how hundred i if in inside into is it its just keep kerb key kind know lap laps "
    "last "
    "late later least leave left less let lets lift light like line little long look looking lose lot low make many "
    "marker maybe me mean metre metres meters middle might mind minute mistake more most move much must my near need "
    "never new next "
    "nice nine nineteen ninety no not nothing now of off often oh ok okay old on once one only open or other our out "
    "outside over "
    "own part pass patience people percent place point post power pretty probably push put quick quite rain really "
    "rear "
    "release remember right road rotate round run rush same say second see seven seventeen seventy she short should "
    "show "
    "side sight sign six sixteen sixth sixty slide slightly slow slower slowly small smooth so some something sorry "
    "speed "
    "squeeze start stay steer steering still straight such sure take tap ten than thank that the their them then there "
    "these they thing things think third thirteen thirty this those though thousand three throttle through time to "
    "together too took top track traction trail tree try turn twelve twenty two tyre tyres under understand until up "
    "uphill us use "
    "usually very wait wall want wants was watch way we well were wet what wheel when where which while who why wide "
    "will with without words work would yard yards yeah yes yet you your zero nought point quarter quarters percent "
    "kilometre kilometres kilometers mile miles hour minus plus tenth tenths";

double log10Of(double p) { return std::log10(std::max(p, 1e-9)); }

using Counts = std::map<std::string, double>;

/// Bigrams and trigrams of the ways the script may be said.
struct Grams {
    Counts one;
    std::map<std::string, Counts> two;                           ///< by the word before
    std::map<std::pair<std::string, std::string>, Counts> three; ///< by the two words before
};

void count(Grams& g, const Reading& words, std::size_t before, double weight) {
    for (std::size_t i = std::max<std::size_t>(1, before); i < words.size(); ++i) {
        g.two[words[i - 1]][words[i]] += weight;
        if (i > 1) g.three[{words[i - 2], words[i - 1]}][words[i]] += weight;
    }
}

/// Whether a sentence begins with that token.
bool begins(const std::vector<const ScriptToken*>& said, std::size_t i) {
    return i == 0 || std::string_view(".!?").find(said[i - 1]->text.back()) != std::string_view::npos;
}

Grams gramsOf(const std::vector<const ScriptToken*>& said) {
    Grams g;
    constexpr std::size_t kWays = 24;
    constexpr double kSkip = 0.2, kTwice = 0.01, kEnd = 0.1;
    constexpr double kMidway = 0.15; // of a piece that begins within a sentence
    const std::string end = "</s>", start = "<s>";
    for (std::size_t i = 0; i < said.size(); ++i) {
        const auto& here = said[i]->readings;
        for (std::size_t r = 0; r < std::min(kWays, here.size()); ++r) {
            const double w = 1.0 / static_cast<double>(r + 1);
            for (const auto& word : here[r]) g.one[word] += w;
            count(g, here[r], 0, w);
            g.two[start][here[r].front()] += w * (begins(said, i) ? 1 : kMidway);
            g.two[here[r].back()][end] += kEnd * w;
            g.two[here[r].back()][here[r].front()] += kTwice * w;
            for (std::size_t step = 1; step <= 2 && i + step < said.size(); ++step) {
                const auto& next = said[i + step]->readings;
                for (std::size_t k = 0; k < std::min(kWays, next.size()); ++k) {
                    const double v = w / static_cast<double>(k + 1) * (step == 1 ? 1 : kSkip);
                    Reading both(here[r].end() - static_cast<std::ptrdiff_t>(std::min<std::size_t>(2, here[r].size())),
                                 here[r].end());
                    const auto kept = both.size();
                    both.insert(both.end(), next[k].begin(),
                                next[k].begin() +
                                    static_cast<std::ptrdiff_t>(std::min<std::size_t>(2, next[k].size())));
                    count(g, both, kept, v);
                    if (step == 1 && here[r].size() == 1 && next[k].size() == 1 && i + 2 < said.size())
                        for (std::size_t l = 0; l < std::min<std::size_t>(6, said[i + 2]->readings.size()); ++l)
                            g.three[{here[r][0], next[k][0]}][said[i + 2]->readings[l].front()] +=
                                v / static_cast<double>(l + 1);
                }
            }
        }
    }
    return g;
}

double sum(const Counts& c) {
    double s = 0;
    for (const auto& [w, n] : c) s += n;
    return s;
}

} // namespace

bool isHesitation(const std::string& word) {
    return std::find(kHesitations.begin(), kHesitations.end(), word) != kHesitations.end();
}

std::set<std::string> wordsIn(const std::vector<ScriptToken>& tokens) {
    std::set<std::string> all;
    for (const auto& t : tokens)
        for (const auto& r : t.readings) all.insert(r.begin(), r.end());
    return all;
}

std::set<std::string> vocabularyOf(const std::vector<ScriptToken>& tokens) {
    auto all = wordsIn(tokens);
    for (const auto& word : wordsOf(kCommon)) all.insert(word);
    for (const auto* word : kHesitations) all.insert(word);
    return all;
}

std::string scriptModel(const std::vector<ScriptToken>& tokens, const std::set<std::string>& vocabulary) {
    std::vector<const ScriptToken*> said;
    for (const auto& t : tokens)
        if (!t.readings.empty()) said.push_back(&t);
    auto g = gramsOf(said);
    constexpr double kScript = 0.7, kOthers = 0.3; // of what is said out of its order
    constexpr double kInOrder2 = 0.65, kInOrder3 = 0.65;
    const double script = std::max(1.0, sum(g.one));
    Counts one;
    for (const auto& w : vocabulary) {
        const auto it = g.one.find(w);
        one[w] =
            kOthers / static_cast<double>(vocabulary.size()) + (it == g.one.end() ? 0 : kScript * it->second / script);
    }
    constexpr double kHesitates = 0.02; // anywhere, and whoever is sure of the text does it too
    for (const auto* w : kHesitations)
        if (const auto it = one.find(w); it != one.end()) it->second = std::max(it->second, kHesitates);
    one["</s>"] = 0.05;
    const auto seen = [&](const Counts& next) {
        double s = 0;
        for (const auto& [w, n] : next)
            if (const auto it = one.find(w); it != one.end()) s += it->second;
        return std::min(0.95, s);
    };
    std::size_t bigrams = 0, trigrams = 0;
    for (const auto& [w, next] : g.two) bigrams += next.size();
    for (const auto& [w, next] : g.three) trigrams += next.size();
    std::ostringstream out;
    out << "\\data\\\nngram 1=" << one.size() + 1 << "\nngram 2=" << bigrams << "\nngram 3=" << trigrams
        << "\n\n\\1-grams:\n";
    const auto unigram = [&](const std::string& w, double p) {
        const auto it = g.two.find(w);
        const double bow = it == g.two.end() ? 0 : log10Of((1 - kInOrder2) / (1 - seen(it->second)));
        out << p << '\t' << w << '\t' << bow << '\n';
    };
    unigram("<s>", -99);
    for (const auto& [w, p] : one) unigram(w, log10Of(p));
    out << "\n\\2-grams:\n";
    for (const auto& [w, next] : g.two) {
        const double all = sum(next);
        for (const auto& [v, n] : next) {
            out << log10Of(kInOrder2 * n / all) << '\t' << w << ' ' << v;
            const auto it = g.three.find({w, v});
            if (it != g.three.end()) out << '\t' << log10Of(1 - kInOrder3);
            out << '\n';
        }
    }
    out << "\n\\3-grams:\n";
    for (const auto& [wv, next] : g.three) {
        const double all = sum(next);
        for (const auto& [x, n] : next)
            out << log10Of(kInOrder3 * n / all) << '\t' << wv.first << ' ' << wv.second << ' ' << x << '\n';
    }
    out << "\n\\end\\\n";
    return out.str();
}

} // namespace hl
