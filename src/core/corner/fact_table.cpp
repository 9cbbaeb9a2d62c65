// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/fact_table.h"

#include "core/units/numbers.h"

#include <cmath>

namespace hl {
namespace {

using F = CornerFacts;
using U = FactUnit;
using G = FactGroup;
constexpr FactEntry kFacts[] = {
    {"brake_onset_m", &F::brakeOnsetM, U::Metres, 2, G::Brake, "begins", true},
    {"brake_peak_pct", &F::brakePeak, U::Share, 1, G::Brake, "peak"},
    {"brake_to_peak_s", &F::brakeToPeakS, U::Seconds, 3, G::Brake, "to nine tenths of it"},
    {"deceleration_g", &F::deceleration, U::Acceleration, 3, G::Brake, "hardest slowing"},
    {"brake_half_m", &F::brakeHalfM, U::Metres, 2, G::Brake, "let off to half at", true},
    {"brake_release_m", &F::brakeReleaseM, U::Metres, 2, G::Brake, "off at", true},
    {"brake_at_turn_in_pct", &F::brakeAtTurnIn, U::Share, 1, G::Brake, "still on at turn-in"},
    {"trail_m", &F::trailM, U::Metres, 2, G::Brake, "past the turn-in"},
    {"trail_share_pct", &F::trailShare, U::Share, 0, G::Brake, "share of it turning"},
    {"coast_s", &F::coastS, U::Seconds, 3, G::Brake, "neither pedal"},
    {"limiter_s", &F::limiterS, U::Seconds, 3, G::Engine, "on the limiter"},
    {"steer_onset_m", &F::steerOnsetM, U::Metres, 2, G::Line, "wheel turned at", true},
    {"brake_lateral_m", &F::brakeLateralM, U::Metres, 2, G::Line, "braking, left of the middle"},
    {"turn_in_lateral_m", &F::entryLateralM, U::Metres, 2, G::Line, "turning in"},
    {"apex_lateral_m", &F::apexLateralM, U::Metres, 2, G::Line, "at the apex"},
    {"exit_lateral_m", &F::exitLateralM, U::Metres, 2, G::Line, "at the exit"},
    {"driven_beyond_centre_m", &F::drivenM, U::Metres, 2, G::Line, "driven beyond the middle line"},
    {"limit_m", &F::limitM, U::Metres, 2, G::Line, "to spare at the limit"},
    {"throttle_pickup_m", &F::throttlePickupM, U::Metres, 2, G::Power, "first touch", true},
    {"full_throttle_m", &F::fullThrottleM, U::Metres, 2, G::Power, "full", true},
    {"counter_steer_s", &F::counterSteerS, U::Seconds, 3, G::Power, "wheel against the corner"},
    {"slip_deg", &F::slipRad, U::Angle, 1, G::Power, "rotates, at the wheel"},
    {"entry_speed_kmh", &F::entrySpeed, U::Speed, 2, G::Speed, "coming in"},
    {"min_speed_kmh", &F::minSpeed, U::Speed, 2, G::Speed, "slowest"},
    {"min_speed_m", &F::minSpeedM, U::Metres, 2, G::Speed, "slowest at", true},
    {"exit_speed_kmh", &F::exitSpeed, U::Speed, 2, G::Speed, "leaving"},
    {"straight_end_kmh", &F::straightEndSpeed, U::Speed, 2, G::Speed, "end of the straight"}};

} // namespace

std::span<const FactEntry> factTable() { return kFacts; }

double factorOf(FactUnit u) {
    switch (u) {
    case FactUnit::Metres:
    case FactUnit::Seconds: return 1;
    case FactUnit::Share: return 100;
    case FactUnit::Speed: return 3.6;
    case FactUnit::Acceleration: return 1 / kGravity;
    case FactUnit::Angle: return 180 / kPi;
    }
    return 1;
}

std::string_view symbolOf(FactUnit u, SpeedUnit speed) {
    switch (u) {
    case FactUnit::Metres: return "m";
    case FactUnit::Seconds: return "s";
    case FactUnit::Share: return "%";
    case FactUnit::Speed: return symbol(speed);
    case FactUnit::Acceleration: return "g";
    case FactUnit::Angle: return "\u00b0";
    }
    return "";
}

double inUnitOf(FactUnit u, double value, SpeedUnit speed) {
    return u == FactUnit::Speed ? inUnit(value, speed) : value * factorOf(u);
}

void dropWhatIsNoNumber(CornerFacts& f) {
    for (const auto& entry : kFacts) {
        auto& m = f.*entry.fact;
        if (!m || (std::isfinite(m->value) && std::isfinite(m->uncertainty))) continue;
        m.reset();
        f.unmeasured.try_emplace(std::string(entry.key), "the lap does not show it here");
    }
}

} // namespace hl
