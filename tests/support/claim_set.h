// SPDX-License-Identifier: GPL-3.0-or-later
// Sentences whose claims were written down by hand, and how a reader of claims does on them.
#pragma once
#include "store/claims_json.h"

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <map>
#include <stdexcept>
#include <string>
#include <vector>

namespace hl::test {

struct ClaimScore {
    int there = 0, found = 0, extra = 0; ///< claims written down, found (kind, value and an overlapping span), too many
    int verdicts = 0, stances = 0;       ///< of those found: as written down
    int shown = 0, trulyShown = 0;       ///< contradictions told; of them those written down
    int contradictions = 0;              ///< written down
    int silent = 0, keptSilent = 0;      ///< sentences that claim nothing; of them those in which nothing is found
    double precision() const { return shown > 0 ? static_cast<double>(trulyShown) / shown : 1; }
    double recall() const { return contradictions > 0 ? static_cast<double>(trulyShown) / contradictions : 1; }
};

struct ClaimScores {
    int sentences = 0;
    ClaimScore all;
    std::map<std::string, ClaimScore> byKind, byStance; ///< what is too many counts by what was read
    std::vector<std::string> wrong;                     ///< one line each
};

inline bool claimsOverlap(const nlohmann::ordered_json& a, const nlohmann::ordered_json& b) {
    return a["span"][0].get<int>() < b["span"][1].get<int>() && b["span"][0].get<int>() < a["span"][1].get<int>();
}

struct ClaimCounting {
    ClaimScores& scores;

    template <typename F> void each(const nlohmann::ordered_json& claim, F&& add) {
        add(scores.all), add(scores.byKind[claim["kind"]]), add(scores.byStance[claim["stance"]]);
    }
    void matched(const nlohmann::ordered_json& truth, const nlohmann::ordered_json& read) {
        const bool verdict = truth["verdict"] == read["verdict"];
        const auto& also = truth["stance_also"];
        const bool stance =
            truth["stance"] == read["stance"] || std::find(also.begin(), also.end(), read["stance"]) != also.end();
        each(truth, [&](ClaimScore& s) {
            ++s.found, s.verdicts += verdict, s.stances += stance;
            s.shown += read["verdict"] == "differs", s.trulyShown += verdict && read["verdict"] == "differs";
        });
        if (!verdict) scores.wrong.push_back(truth.dump() + " read as " + read.dump());
    }
    void sentence(const nlohmann::ordered_json& line, std::vector<nlohmann::ordered_json> read) {
        const auto& truths = line["claims"];
        ++scores.sentences;
        if (truths.empty()) ++scores.all.silent, scores.all.keptSilent += read.empty();
        for (const auto& truth : truths) {
            each(truth, [&](ClaimScore& s) { ++s.there, s.contradictions += truth["verdict"] == "differs"; });
            const auto it = std::find_if(read.begin(), read.end(), [&](const nlohmann::ordered_json& r) {
                return r["kind"] == truth["kind"] && r["said"] == truth["said"] && claimsOverlap(r, truth);
            });
            if (it == read.end()) {
                scores.wrong.push_back(line["text"].dump() + " without " + truth.dump());
                continue;
            }
            matched(truth, *it);
            read.erase(it);
        }
        for (const auto& extra : read) {
            each(extra, [&](ClaimScore& s) { ++s.extra, s.shown += extra["verdict"] == "differs"; });
            scores.wrong.push_back(line["text"].dump() + " with " + extra.dump());
        }
    }
};

/// Adds the sentences of a file to `out`. `facts` and `set` in the form of the command `claims`; each claim of the set
/// has kind, said, span, stance, verdict and other stances it may have. Throws where a file cannot be read.
inline void addClaimScores(ClaimScores& out, const std::filesystem::path& facts, const std::filesystem::path& set) {
    std::ifstream factsFile(facts), lines(set);
    if (!factsFile || !lines) throw std::runtime_error("a set of claims is missing: " + set.string());
    const auto held = claimFactsFrom(nlohmann::ordered_json::parse(factsFile));
    if (!held) throw std::runtime_error(held.error().what);
    const ClaimReader reader(*held);
    ClaimCounting count{out};
    for (std::string text; std::getline(lines, text);) {
        const auto line = nlohmann::ordered_json::parse(text);
        std::vector<nlohmann::ordered_json> read;
        for (const auto& c : reader.read(line["text"].get<std::string>(), line["corner"])) read.push_back(toJson(c));
        count.sentence(line, std::move(read));
    }
}

/// Sentences about six tracks that were looked at while the grammar grew.
inline ClaimScores claimsLookedAt(const std::filesystem::path& folder) {
    ClaimScores out;
    for (const auto* track : {"tinkers", "bellfounders", "kiln", "mudlark", "larder", "tannery"})
        addClaimScores(out, folder / track / "facts.json", folder / track / "written.jsonl");
    return out;
}

/// Sentences about one of them that nobody has looked at since they were written.
inline ClaimScores claimsUnseen(const std::filesystem::path& folder) {
    ClaimScores out;
    addClaimScores(out, folder / "bellfounders" / "facts.json", folder / "bellfounders" / "unseen.jsonl");
    return out;
}

} // namespace hl::test
