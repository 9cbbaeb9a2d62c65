// SPDX-License-Identifier: GPL-3.0-or-later
// What is read out of sentences, by kind and stance, and how fast.
#include "report.h"
#include "support/claim_set.h"

#include <chrono>
#include <cstdio>

namespace hl::bench {
namespace {

const std::filesystem::path kFolder = std::filesystem::path(HL_SOURCE) / "tests/data/claims";

double share(int part, int whole) { return whole > 0 ? static_cast<double>(part) / whole : 1; }

void line(const std::string& name, const test::ClaimScore& s) {
    std::printf("  %-14s %6d %8.2f %8d %9.2f %8.2f %10.2f %8.2f\n", name.c_str(), s.there, share(s.found, s.there),
                s.extra, share(s.verdicts, s.there), share(s.stances, s.there), s.precision(), s.recall());
}

void table(const char* title, const test::ClaimScores& s) {
    std::printf("\n  %s: %d sentences, %d of them claim nothing\n", title, s.sentences, s.all.silent);
    std::printf("  %-14s %6s %8s %8s %9s %8s %10s %8s\n", "", "claims", "found", "too many", "verdict", "stance",
                "precision", "recall");
    for (const auto& [kind, score] : s.byKind) line(kind, score);
    std::printf("\n");
    for (const auto& [stance, score] : s.byStance) line(stance, score);
    std::printf("\n");
    line("all", s.all);
}

double secondsOf(const ClaimReader& reader, const std::string& text) {
    const auto begin = std::chrono::steady_clock::now();
    reader.read(text, 1);
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
}

/// A million letters; `words` is asked for its n-th piece, so that no sentence need come twice.
template <typename F> std::string megabyteOf(F&& words) {
    std::string text;
    for (int n = 0; text.size() < 1000000; ++n) text += words(n);
    return text;
}

} // namespace

Report accuracyOfClaims() {
    const auto written = test::claimsLookedAt(kFolder);
    const auto unseen = test::claimsUnseen(kFolder);
    table("looked at while the grammar grew", written);
    table("never looked at", unseen);
    std::ifstream file(kFolder / "tinkers/facts.json");
    const auto facts = claimFactsFrom(nlohmann::ordered_json::parse(file));
    const ClaimReader reader(*facts);
    const std::string claims = "Brake at the 100 board in third gear with seventy percent and a late apex. ";
    const double again = secondsOf(reader, megabyteOf([&](int) { return claims; }));
    const double dense =
        secondsOf(reader, megabyteOf([&](int n) { return "Take " + std::to_string(n) + ": " + claims; }));
    const double prose =
        secondsOf(reader, megabyteOf([&](int n) {
                      return "On day " + std::to_string(n) +
                             " the road opens behind the hedge and you can see the whole valley, which is a "
                             "fine place to take a breath and think about what comes. We came here first as children. ";
                  }));
    const auto& u = unseen.all;
    return {{"contradictions shown that are some, of unseen sentences", u.precision(), "", 0.95, false},
            {"contradictions found, of unseen sentences", u.recall(), "", 0.9, false},
            {"verdicts right, of unseen sentences", share(u.verdicts, u.there), "", 0.9, false},
            {"nothing found where nothing is claimed, unseen", share(u.keptSilent, u.silent), "", 0.95, false},
            {"a megabyte of prose", prose, "s", 0.1},
            {"a megabyte of five claims again and again", again, "s", 0.1},
            {"a megabyte of claims, no sentence twice", dense, "s", 0.1}};
}

} // namespace hl::bench
