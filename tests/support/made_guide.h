// SPDX-License-Identifier: GPL-3.0-or-later
// Guides made by dice, for properties that must hold for every guide.
#pragma once
#include "core/cut/cut.h"

#include <random>

namespace hl::testing {

struct MadeGuide {
    Guide guide;
    RoadClock clock;
};

inline std::string madeWords(std::mt19937& rng, int most) {
    static constexpr const char* kWords[] = {"brake", "at",  "the", "second", "board", "then", "let",     "it",
                                             "run",   "out", "to",  "the",    "kerb",  "and",  "squeeze", "gently"};
    std::string s;
    const int n = std::uniform_int_distribution<int>(0, most)(rng);
    for (int i = 0; i < n; ++i)
        s += (s.empty() ? "" : " ") + std::string(kWords[std::uniform_int_distribution<std::size_t>(0, 15)(rng)]);
    return s;
}

/// Corners along a lap of changing speed, beats anywhere in them, words of any length.
inline MadeGuide madeGuide(unsigned seed) {
    std::mt19937 rng(seed);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    MadeGuide m;
    double t = between(0, 5);
    for (double s = -150; s < 3200; s += 5) {
        m.clock.metres.push_back(s);
        m.clock.footageS.push_back(t);
        t += 5 / between(12, 70);
    }
    m.clock.footageLengthS = t;
    double s = between(-100, 100);
    const int corners = std::uniform_int_distribution<int>(1, 9)(rng);
    for (int n = 1; n <= corners && s < 2800; ++n) {
        GuideCorner c;
        c.number = n, c.id = newId<CornerId>(m.guide);
        c.startM = s;
        c.turnInM = s + between(20, 150);
        c.apexM = c.turnInM + between(5, 60);
        c.endM = c.apexM + between(20, 120);
        s = c.endM + between(0, 200);
        const int beats = std::uniform_int_distribution<int>(0, 8)(rng);
        for (int b = 0; b < beats; ++b)
            c.beats.push_back({newId<BeatId>(m.guide), Topic::Free, between(c.startM, c.endM), madeWords(rng, 22),
                               madeWords(rng, 3)});
        std::stable_sort(c.beats.begin(), c.beats.end(), [](auto& a, auto& b) { return a.atM < b.atM; });
        m.guide.corners.push_back(std::move(c));
    }
    return m;
}

/// A voice that needs no sound: sixty milliseconds a letter.
inline double spokenLength(const std::string& text) { return 0.06 * static_cast<double>(text.size()); }

inline Speeches spoken(const Guide& guide) {
    return speechesOf(guide, [](const std::string& text) {
        Speech s;
        s.lengthS = spokenLength(text), s.source = "made";
        return s;
    });
}

} // namespace hl::testing
