// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/numbers.h"
#include "media/voice_filter.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace hl;

namespace {

Sound tone(double hz, double seconds, float gain, int rate = 48000) {
    Sound s{rate, 0, {}};
    for (int i = 0; i < rate * seconds; ++i)
        s.samples.push_back(gain * static_cast<float>(std::sin(2 * kPi * hz * i / rate)));
    return s;
}

/// dB of what is behind the first half second, where a filter settles.
double level(const Sound& s) {
    double sum = 0;
    const auto from = static_cast<std::size_t>(s.rate / 2);
    for (auto i = from; i < s.samples.size(); ++i)
        sum += static_cast<double>(s.samples[i]) * static_cast<double>(s.samples[i]);
    return 10 * std::log10(sum / static_cast<double>(s.samples.size() - from) + 1e-12);
}

} // namespace

TEST_CASE("rumble goes and the voice stays, at any rate, as long as it was") {
    for (const int rate : {8000, 22050, 48000}) {
        const auto rumble = tone(25, 2, 0.4f, rate), voice = tone(220, 2, 0.4f, rate);
        const VoiceCare care{true, false};
        const auto low = cared(rumble, care), high = cared(voice, care);
        REQUIRE(low);
        REQUIRE(high);
        CHECK(low->samples.size() == rumble.samples.size());
        CHECK(level(*low) < level(rumble) - 15);
        CHECK(level(*high) == Approx(level(voice)).margin(1));
    }
}

TEST_CASE("steady noise is taken down, and what is louder stays") {
    std::mt19937 rng(3);
    std::normal_distribution<float> hiss(0, 0.004f);
    Sound noise{48000, 0, {}}, spoken = tone(440, 4, 0.3f);
    for (int i = 0; i < 4 * 48000; ++i) noise.samples.push_back(hiss(rng));
    for (auto& v : spoken.samples) v += hiss(rng);
    const auto less = cared(noise, {false, true}), voice = cared(spoken, {false, true});
    REQUIRE(less);
    REQUIRE(voice);
    CHECK(level(*less) < level(noise) - 5);
    CHECK(level(*voice) == Approx(level(spoken)).margin(1.5));
}

TEST_CASE("nothing wished, and nothing there, stay what they are") {
    const auto s = tone(300, 0.3, 0.2f);
    CHECK(cared(s, {})->samples == s.samples);
    CHECK(cared(Sound{48000, 0, {}}, {true, true})->samples.empty());
    CHECK(cared(tone(300, 0.001, 0.2f), {true, true})->samples.size() == 48);
}
