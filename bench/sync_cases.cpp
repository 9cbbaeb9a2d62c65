// SPDX-License-Identifier: GPL-3.0-or-later
// Sync over many made cases: error and stated uncertainty of each, as the table in docs/measuring.md.
#include "core/log/log_input.h"
#include "core/sync/motion.h"
#include "report.h"
#include "standins/engine_sound.h"
#include "standins/write_drive.h"

#include <cmath>
#include <cstdio>
#include <random>
#include <stdexcept>

namespace hl::bench {
namespace {

struct Made {
    standin::Circuit circuit = standin::saltmarrowRing();
    standin::Drive drive = standin::drive(circuit, {}, {}, 3, 7);
    CarLog log, gps, noRpm, speedOnly;
    Made() {
        log = *importText(standin::csvLog(circuit, drive, {}), "log");
        standin::LogOptions slow;
        slow.rateHz = 10, slow.positionNoise = 0.5;
        noRpm = log;
        noRpm[Channel::EngineSpeed].clear();
        speedOnly = noRpm;
        speedOnly[Channel::Gear].clear();
        gps = *importText(standin::csvLog(circuit, drive, slow), "gps");
        for (std::size_t c = 0; c < kChannelCount; ++c) {
            const auto channel = static_cast<Channel>(c);
            if (channel != Channel::Time && channel != Channel::X && channel != Channel::Y && channel != Channel::Speed)
                gps[channel].clear();
        }
    }
};

struct Case {
    const char* what;
    double fromS, lengthS, noise = 0.06, driftPpm = 0;
    bool music = false, motion = false, gpsOnly = false, wrong = false;
    int channels = 0; ///< 1: no engine speed, 2: no gears either
};

std::vector<Case> cases() {
    std::vector<Case> all;
    std::mt19937 rng(77);
    const auto start = [&](double to) { return std::uniform_real_distribution<double>(2, to)(rng); };
    for (const auto& [name, noise] :
         {std::pair("sound", 0.06), std::pair("sound, windy", 0.3), std::pair("sound, road as loud as the engine", 0.8),
          std::pair("sound, road twice as loud", 1.6)})
        for (int i = 0; i < 4; ++i) all.push_back({name, start(200), i % 2 ? 110.0 : 60.0, noise});
    for (const double ppm : {-150.0, -50.0, 50.0, 150.0})
        all.push_back({"sound, clocks drifting", start(150), 120, 0.1, ppm});
    for (int i = 0; i < 4; ++i) all.push_back({"sound, music over it", start(200), 80, 0.2, 0, true});
    for (int i = 0; i < 3; ++i) all.push_back({"sound, 20 s only", start(300), 20, 0.1});
    for (int k = 1; k <= 2; ++k)
        for (int i = 0; i < 4; ++i) {
            all.push_back({k == 1 ? "sound, speed and gears only" : "sound, speed only", start(200),
                           i % 2 ? 110.0 : 60.0, i < 2 ? 0.06 : 0.3});
            all.back().channels = k;
        }
    for (int i = 0; i < 3; ++i)
        all.push_back({"sound, another drive", 10 + 20.0 * i, 60, 0.1, 0, false, false, false, true});
    for (int k = 1; k <= 2; ++k) {
        all.push_back({"sound, another drive, no engine speed", 30, 60, 0.1, 0, false, false, false, true});
        all.back().channels = k;
    }
    for (int i = 0; i < 6; ++i) all.push_back({"motion", start(150), 110, 0.05, 0, false, true});
    for (const double ppm : {-100.0, 100.0})
        all.push_back({"motion, clocks drifting", start(120), 120, 0.05, ppm, false, true});
    for (int i = 0; i < 4; ++i)
        all.push_back({"motion, log of 10 Hz positions only", start(150), 110, 0.08, 0, false, true, true});
    for (int i = 0; i < 2; ++i)
        all.push_back({"motion, another drive", 10 + 30.0 * i, 60, 0.05, 0, false, true, false, true});
    return all;
}

Sound heard(const Made& m, const standin::Drive& d, const Case& c, unsigned seed) {
    standin::SoundOptions o;
    o.fromS = c.fromS, o.toS = c.fromS + c.lengthS * (1 + c.driftPpm * 1e-6), o.rate = 8000, o.noise = c.noise,
    o.seed = seed;
    auto s = standin::engineSound(m.circuit, d, o);
    if (c.driftPpm != 0) { // the film's clock runs a little off: the same sound in another number of samples
        std::vector<float> out;
        for (double u = 0; u + 1 < static_cast<double>(s.samples.size()); u += 1 + c.driftPpm * 1e-6)
            out.push_back(std::lerp(s.samples[static_cast<std::size_t>(u)], s.samples[static_cast<std::size_t>(u) + 1],
                                    static_cast<float>(u - std::floor(u))));
        s.samples = std::move(out);
    }
    if (c.music)
        for (std::size_t i = 0; i < s.samples.size(); ++i) {
            const double t = static_cast<double>(i) / s.rate,
                         root = 110 * std::exp2(std::floor(std::fmod(t, 8.0)) / 12);
            for (const double k : {1.0, 1.26, 1.5, 2.0})
                s.samples[i] += static_cast<float>(0.07 * std::sin(2 * 3.14159265 * root * k * t));
        }
    return s;
}

PictureMotion seen(const Made& m, const standin::Drive& d, const Case& c, unsigned seed) {
    std::mt19937 rng(seed);
    std::normal_distribution<double> shake(0, c.noise);
    PictureMotion p;
    for (double t = 0; t < c.lengthS; t += 0.04) {
        const double drive = c.fromS + t * (1 + c.driftPpm * 1e-6);
        const auto& x = d.samples[std::min(d.samples.size() - 1, static_cast<std::size_t>(drive / d.step))];
        p.footageS.push_back(t);
        p.sideways.push_back(0.66 * standin::lineAt(d.line.curvature, d.line, m.circuit, x.s) * x.v +
                             0.002 * x.v * std::sin(drive * 0.7) + shake(rng));
        p.upwards.push_back(shake(rng));
    }
    return p;
}

} // namespace

Report syncCases() {
    const Made m;
    standin::Driver stranger;
    stranger.commitment = 0.8, stranger.spreadM = 4;
    const auto other = standin::drive(standin::buildRing(m.circuit.turns, 500, 6), {}, stranger, 2, 99);
    std::vector<double> sound, motion, drift;
    int held = 0, answered = 0, refused = 0, wrongs = 0, wrongsRefused = 0;
    unsigned seed = 100;
    std::printf("\n| case | error, ms | stated, ms | drift error, ppm |\n|---|---|---|---|\n");
    for (const auto& c : cases()) {
        const auto& d = c.wrong ? other : m.drive;
        const auto& log = c.gpsOnly ? m.gps : (c.channels == 1 ? m.noRpm : (c.channels == 2 ? m.speedOnly : m.log));
        const auto tie = c.motion ? syncByMotion(seen(m, d, c, ++seed), log) : syncBySound(heard(m, d, c, ++seed), log);
        wrongs += c.wrong;
        if (!tie) {
            (c.wrong ? wrongsRefused : refused)++;
            std::printf("| %s | %s | | |\n", c.what, c.wrong ? "refused, rightly" : "refused");
            continue;
        }
        if (c.wrong) { // the best place there is, with the word that it is not sure
            wrongsRefused += !tie->sure();
            std::printf("| %s | %s | | |\n", c.what, tie->sure() ? "taken for the film" : "not sure, rightly");
            continue;
        }
        // at the middle of the film, where offset and drift do not mix
        const double middle = c.lengthS / 2, truth = c.fromS + middle * (1 + c.driftPpm * 1e-6);
        const double error = 1000 * (seconds(tie->log(at<FootageTime>(middle))) - truth);
        ++answered;
        held += std::abs(error) <= tie->uncertaintyMs;
        (c.motion ? motion : sound).push_back(std::abs(error));
        if (c.driftPpm != 0 && !c.motion) drift.push_back(std::abs(tie->driftPpm - c.driftPpm));
        if (c.driftPpm != 0)
            std::printf("| %s | %.1f | %.0f | %.0f |\n", c.what, error, tie->uncertaintyMs, tie->driftPpm - c.driftPpm);
        else
            std::printf("| %s | %.1f | %.0f | |\n", c.what, error, tie->uncertaintyMs);
    }
    return {
        {"sound: median error", spreadOf(sound).median, "ms", 10},
        {"motion: median error", spreadOf(motion).median, "ms", 20},
        {"sound: drift, median error", spreadOf(drift).median, "ppm", 10},
        {"stated uncertainty holds in this share of the answers", static_cast<double>(held) / std::max(1, answered), "",
         0.95, false},
        {"refused although the log was the right one", static_cast<double>(refused), "", 2},
        {"wrong logs refused, or not sure of", static_cast<double>(wrongsRefused) / std::max(1, wrongs), "", 1, false}};
}

} // namespace hl::bench
