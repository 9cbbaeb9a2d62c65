// SPDX-License-Identifier: GPL-3.0-or-later
// The guide's sound where pieces of the film meet.
#include "core/cut/soundtrack.h"

#include "core/units/numbers.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::spoken;

namespace {

constexpr int kRate = 8000;

/// An engine of 90 Hz: loud, and never still.
Sound engine(double lengthS) {
    Sound s{kRate, 0, {}};
    for (long i = 0; i < std::lround(lengthS * kRate); ++i)
        s.samples.push_back(
            static_cast<float>(0.9 * std::sin(2 * std::numbers::pi * 90 * static_cast<double>(i) / kRate)));
    return s;
}

/// Drawn out without any care for how it joins what stands beside it.
Sound drawnOut(const Sound& s, double rate) {
    Sound out{s.rate, 0, {}};
    for (std::size_t i = 0; i < static_cast<std::size_t>(num(s.samples.size()) / rate); ++i)
        out.samples.push_back(
            s.samples.empty()
                ? 0
                : s.samples[std::min(s.samples.size() - 1, static_cast<std::size_t>(num(i) * rate) + 17)]);
    return out;
}

} // namespace

TEST_CASE("no cut, change of pace or stand clicks, and a picture that stands is silent") {
    for (unsigned seed = 1; seed <= 12; ++seed) {
        INFO("seed " << seed);
        auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        const auto footage = engine(m.clock.footageLengthS + 1);
        const auto mix = mixSoundtrack(cut, {footage, drawnOut}, 0, cut.lengthS);
        REQUIRE(mix.samples.size() == static_cast<std::size_t>(cut.lengthS * kRate));
        // From one sample to the next a tone of 90 Hz goes by at most this, and a seam of 6 ms adds its own slope.
        const double most = 0.55 * 0.9 * (2 * std::numbers::pi * 90 / kRate + 1 / (0.006 * kRate)) + 0.01;
        double worst = 0;
        for (std::size_t i = 1; i < mix.samples.size(); ++i)
            worst = std::max(worst, std::abs(static_cast<double>(mix.samples[i]) - mix.samples[i - 1]));
        CHECK(worst <= most);
        for (const auto& s : cut.sections)
            for (const auto& x : s.shots) {
                if (x.kind != ShotKind::Freeze || (x.end - x.start).count() < 0.5) continue;
                const auto at = static_cast<std::size_t>((seconds(x.start) + 0.3) * kRate);
                for (std::size_t i = at; i < std::min(at + 800, mix.samples.size()); ++i)
                    CHECK(std::abs(mix.samples[i]) < 1e-3);
            }
    }
}
