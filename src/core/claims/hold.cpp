// SPDX-License-Identifier: GPL-3.0-or-later
// Claims held against facts and advice.
#include "core/claims/claim_reader.h"
#include "core/claims/plain.h"
#include "core/claims/rules.h"
#include "core/units/figures.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double kPercentTol = 5, kSpeedTol = 3, kMetreTol = 5, kTimeTol = 0.1, kCarM = 4.5, kMileKm = 1.609344,
                 kYardM = 0.9144, kFootM = 0.3048;

Verdict of(bool agrees) { return agrees ? Verdict::Agrees : Verdict::Differs; }
Verdict opposite(Verdict v) { return v == Verdict::Unknown ? v : of(v == Verdict::Differs); }

/// One side with the other behind it for what it says nothing about.
class Held {
  public:
    Held(Claim& claim, const ClaimFacts& facts, const ClaimCorner& corner, bool advice)
        : c_(claim), all_(facts), corner_(corner), advice_(advice),
          wide_(claim.nearly || claim.stance == Stance::Hedged ? 2 : 1) {}

    Verdict verdict() {
        switch (c_.kind) {
        case ClaimKind::Gear: return gear();
        case ClaimKind::BrakePct: return brakePercent();
        case ClaimKind::ThrottlePct: return throttlePercent();
        case ClaimKind::Speed: return number(c_.fact, c_.unit == "mph" ? kMileKm : 1, kSpeedTol, " km/h");
        case ClaimKind::Distance: return distance();
        case ClaimKind::Metres: return metres();
        case ClaimKind::Flat: return flat();
        case ClaimKind::Apex: return apex();
        case ClaimKind::Kerb: return kerb();
        case ClaimKind::Direction: return direction();
        case ClaimKind::BrakeShape: return brakeShape();
        case ClaimKind::Power: return power();
        case ClaimKind::Time: return time();
        case ClaimKind::Compare: return compare();
        }
        return Verdict::Unknown;
    }

  private:
    /// The advice where it says something about that, else the fact.
    std::optional<double> value(const std::string& key) {
        if (advice_)
            if (const auto v = corner_.advice.number(key)) return c_.byAdvice = true, v;
        const auto v = corner_.facts.number(key);
        if (!v) {
            const auto why = corner_.facts.why.find(key);
            c_.measured = why == corner_.facts.why.end() ? "not measured here" : why->second;
        }
        return v;
    }
    double tolerance(const std::string& key, double usual) const {
        const auto it = corner_.facts.uncertainty.find(key);
        return wide_ * std::max(usual, it == corner_.facts.uncertainty.end() ? 0 : it->second);
    }
    bool within(double v, double unit, double tol) const {
        const double low = *c_.said.number * unit, high = c_.said.upTo ? *c_.said.upTo * unit : low;
        if (c_.said.most) return v <= low + tol;
        if (c_.said.least) return v >= low - tol;
        return v >= std::min(low, high) - tol - 1e-9 && v <= std::max(low, high) + tol + 1e-9;
    }
    Verdict number(const std::string& key, double unit, double tol, const std::string& suffix) {
        const auto v = value(key);
        if (!v || !c_.said.number) return Verdict::Unknown;
        c_.measured = figure(*v, suffix == " s" ? 1 : 0) + suffix;
        return of(within(*v, unit, tolerance(key, tol)));
    }

    Verdict gear() {
        if (c_.said.relative) return Verdict::Unknown;
        if (c_.said.down) {
            const auto in = value("entry_gear"), low = value("min_gear");
            if (!in || !low) return Verdict::Unknown;
            c_.fact = "shifts", c_.measured = figure(*in - *low) + " down";
            return of(*in - *low == *c_.said.down);
        }
        if (c_.fact == "shifts") {
            if (corner_.facts.shifts.empty()) return Verdict::Unknown;
            for (const auto& x : corner_.facts.shifts)
                c_.measured +=
                    (c_.measured.empty() ? "" : ", ") + std::to_string(x.from) + " to " + std::to_string(x.to);
            for (const auto& x : corner_.facts.shifts)
                if (x.to == static_cast<int>(*c_.said.number) || x.from == static_cast<int>(*c_.said.number))
                    return Verdict::Agrees;
            return Verdict::Differs;
        }
        auto v = value(c_.fact);
        if (!v && c_.fact != "min_gear") v = value(c_.fact = "min_gear");
        if (!v) return Verdict::Unknown;
        c_.measured = figure(*v);
        if (*v == *c_.said.number) return Verdict::Agrees;
        if (const auto low = c_.fact == "entry_gear" ? value("min_gear") : std::nullopt; low == c_.said.number)
            return c_.fact = "min_gear", Verdict::Agrees; // "arrive flat, brake, third"
        if (c_.fact == "exit_gear")                       // on the way out several are used
            for (const auto& s : corner_.facts.shifts)
                if (s.to > s.from && s.to == static_cast<int>(*c_.said.number)) return Verdict::Agrees;
        return Verdict::Differs;
    }
    bool knowsNoBraking() const { return corner_.facts.brakes == false; }
    Verdict brakePercent() {
        if (c_.fact.empty()) c_.fact = "brake_peak_pct";
        if (knowsNoBraking() && !(advice_ && corner_.advice.number("brake_peak_pct"))) {
            c_.measured = "no braking here";
            return of(c_.said.most || *c_.said.number == 0);
        }
        if (c_.fact == "brake_held_pct") return heldPercent();
        if (c_.fact != "brake_trail_pct") return number(c_.fact, 1, kPercentTol, " %");
        // What is trailed goes from the level at turn-in down to nothing.
        const auto in = value("brake_at_turn_in_pct");
        if (!in || c_.byAdvice) return in ? number("brake_at_turn_in_pct", 1, kPercentTol, " %") : Verdict::Unknown;
        c_.measured = figure(*in) + " % at turn-in";
        return of(*c_.said.number <= *in + wide_ * kPercentTol);
    }
    Verdict heldPercent() {
        if (advice_)
            if (const auto v = corner_.advice.number("brake_held_pct"))
                return c_.byAdvice = true, number("brake_held_pct", 1, kPercentTol, " %");
        const auto& held = corner_.facts.held;
        if (!held || held->empty()) {
            c_.measured = held ? "no level is held for long here" : "not measured here";
            return Verdict::Unknown;
        }
        for (const auto& h : *held) {
            c_.measured += (c_.measured.empty() ? "held at " : " and ") + figure(h.low) + " %";
            if (within(h.low, 1, wide_ * kPercentTol)) return c_.measured = figure(h.low) + " %", Verdict::Agrees;
        }
        return Verdict::Differs;
    }
    const std::optional<std::vector<Lift>>& lifts() {
        if (advice_ && corner_.advice.lifts) return c_.byAdvice = true, corner_.advice.lifts;
        return corner_.facts.lifts;
    }
    Verdict throttlePercent() {
        c_.fact = "throttle_low_pct";
        const auto& all = lifts();
        if (!all) return Verdict::Unknown;
        if (all->empty()) {
            if (corner_.facts.flat != true) return Verdict::Unknown;
            c_.measured = "100 %";
            return of(within(100, 1, wide_ * kPercentTol));
        }
        double low = 100;
        for (const auto& l : *all) low = std::min(low, l.low);
        c_.measured = figure(low) + " %";
        return of(within(low, 1, wide_ * kPercentTol));
    }
    double unitM() const {
        return c_.unit == "car_length" ? kCarM
               : c_.unit == "yd"       ? kYardM
               : c_.unit == "ft"       ? kFootM
               : c_.unit == "km"       ? 1000
                                       : 1;
    }
    std::optional<double> eventAt(const std::string& fact) {
        if (fact == "lift_start_m") {
            const auto& all = lifts();
            if (!all || all->empty()) return std::nullopt;
            return all->front().fromM;
        }
        return value(fact);
    }
    Verdict distance() {
        const auto* ref = c_.said.ref ? referenceMeant(corner_, *c_.said.ref, value(c_.fact)) : nullptr;
        const auto* other = c_.said.otherRef ? referenceMeant(corner_, *c_.said.otherRef, value(c_.fact)) : nullptr;
        if (c_.said.ref) c_.said.ref = ref ? std::optional(ref->name) : std::nullopt;
        const bool two = c_.said.otherRef.has_value();
        if (c_.said.otherRef && other) c_.said.otherRef = other->name;
        if (!ref || (two && !other)) {
            c_.measured = "no such thing is listed at this corner";
            return Verdict::Unknown;
        }
        if (c_.fact == "brake_onset_m" && knowsNoBraking() && !(advice_ && corner_.advice.number("brake_onset_m"))) {
            c_.measured = "no braking here";
            return Verdict::Differs;
        }
        const double low = two ? std::min(ref->atM, other->atM) : ref->atM + *c_.said.number * unitM();
        const double high = two            ? std::max(ref->atM, other->atM)
                            : c_.said.upTo ? ref->atM + *c_.said.upTo * unitM()
                                           : low;
        // "Don't turn before the seam": right at it is not before it. What is denied must be met within.
        const bool denied = c_.stance == Stance::Negated && c_.said.upTo;
        const double tol = tolerance(c_.fact, kMetreTol) * (denied ? -1 : 1);
        const auto fits = [&](double at) { return at >= low - tol && at <= high + tol; };
        if (c_.fact == "shift_m") {
            if (corner_.facts.shifts.empty()) return Verdict::Unknown;
            for (const auto& s : corner_.facts.shifts)
                if (fits(s.atM)) return Verdict::Agrees;
            return Verdict::Differs;
        }
        const auto at = eventAt(c_.fact);
        if (!at) return Verdict::Unknown;
        const double past = *at - ref->atM;
        c_.measured = std::abs(past) < 1
                          ? "at the " + ref->name
                          : figure(std::abs(past)) + " m " + (past > 0 ? "after" : "before") + " the " + ref->name;
        return of(fits(*at));
    }
    Verdict metres() {
        std::optional<double> v;
        if (c_.fact == "track_length_m") {
            if (!all_.lengthM) return Verdict::Unknown;
            c_.measured = figure(*all_.lengthM) + " m";
            return of(std::abs(*all_.lengthM - *c_.said.number * unitM()) <=
                      wide_ * std::max(kMetreTol, 0.01 * *all_.lengthM));
        }
        if (c_.fact == "brake_length") {
            const auto a = value("brake_onset_m"), b = value("brake_release_m");
            if (a && b) v = *b - *a;
        } else if (c_.fact == "turn_to_apex") {
            const auto a = value("turn_in_m"), b = value("apex_m");
            if (a && b) v = *b - *a;
        } else
            v = value(c_.fact);
        if (!v) return Verdict::Unknown;
        c_.measured = figure(*v) + " m";
        return of(within(*v, unitM(), tolerance(c_.fact, kMetreTol)));
    }
    Verdict flat() {
        const auto& w = c_.said.word;
        const auto& f = corner_.facts;
        if (w == "coast" || w == "no_coast") {
            const auto s = value("coast_s");
            if (!s) return Verdict::Unknown;
            constexpr double kCoasts = 0.15;
            c_.measured = figure(*s, 1) + " s";
            return of((*s >= kCoasts) == (w == "coast"));
        }
        if (w == "brake" || w == "no_brake") {
            if (!f.brakes) return Verdict::Unknown;
            c_.measured = *f.brakes ? "it brakes" : "no braking";
            return of(*f.brakes == (w == "brake"));
        }
        const auto& all = lifts();
        const bool lifted = all && !all->empty();
        double low = 100;
        if (lifted)
            for (const auto& l : *all) low = std::min(low, l.low);
        if (lifted)
            c_.measured = "a lift to " + figure(low) + " %";
        else if (f.brakes == true)
            c_.measured = "it brakes";
        else if (f.flat == true)
            c_.measured = "flat";
        if (advice_ && corner_.advice.flat == true && w != "flat")
            return c_.byAdvice = true, c_.measured = "flat", of(w == "no_lift");
        if (w == "flat") {
            if (advice_ && corner_.advice.flat) return c_.byAdvice = true, of(*corner_.advice.flat);
            if (lifted || f.brakes == true) return Verdict::Differs;
            return f.flat ? of(*f.flat) : Verdict::Unknown;
        }
        if (w == "no_lift") {
            if (lifted) return Verdict::Differs;
            return f.flat == true ? Verdict::Agrees : Verdict::Unknown;
        }
        if (!lifted) {
            if (f.flat == true) return Verdict::Differs;
            return Verdict::Unknown;
        }
        constexpr double kBetween = 50, kSlack = 5;
        if (w == "small_lift") return of(low >= kBetween - kSlack);
        if (w == "big_lift") return of(low <= kBetween + kSlack);
        return Verdict::Agrees;
    }
    Verdict apex() {
        const auto& w = c_.said.word;
        if (w == "double" || w == "single") {
            const auto d = advice_ && corner_.advice.doubleApex ? corner_.advice.doubleApex : corner_.facts.doubleApex;
            if (!d) return Verdict::Unknown;
            c_.measured = *d ? "two of them" : "a single one";
            return of(*d == (w == "double"));
        }
        const bool own = advice_ && !corner_.advice.apexKind.empty();
        c_.byAdvice |= own;
        const auto& kind = own ? corner_.advice.apexKind : corner_.facts.apexKind;
        if (kind.empty()) return Verdict::Unknown;
        c_.measured = kind;
        return of(kind == w);
    }
    Verdict kerb() {
        auto side = c_.said.side;
        if (side == "inside" || side == "outside") {
            if (corner_.direction.empty()) return Verdict::Unknown;
            side = (side == "inside") == (corner_.direction == "left") ? "left" : "right";
        }
        const auto& own = corner_.advice.kerbs;
        const bool advised = advice_ && own.count(side);
        c_.byAdvice |= advised;
        const auto& kerbs = advised ? own : corner_.facts.kerbs;
        const auto it = kerbs.find(side);
        if (it == kerbs.end()) return Verdict::Unknown;
        c_.measured = it->second;
        if (c_.said.use == "any") return of(it->second != "none");
        return of(it->second == c_.said.use);
    }
    Verdict direction() {
        const auto& w = c_.said.word;
        if (w == "left" || w == "right") {
            if (corner_.direction.empty()) return Verdict::Unknown;
            c_.measured = corner_.direction;
            return of(corner_.direction == w);
        }
        if (corner_.kind.empty()) return Verdict::Unknown;
        c_.measured = corner_.kind;
        if (corner_.kind == w) return Verdict::Agrees;
        if (corner_.kind == "hairpin" && w == "slow") return Verdict::Agrees;
        // A hairpin is told apart from all the rest; other words overlap.
        return w == "hairpin" || corner_.kind == "hairpin" ? Verdict::Differs : Verdict::Unknown;
    }
    Verdict brakeShape() {
        const auto& w = c_.said.word;
        if (w == "two_stage" || w == "progressive" || w == "peak_early") {
            const auto& shape = corner_.facts.brakeShape;
            if (shape.empty()) return Verdict::Unknown;
            c_.measured = shape;
            if (w == "two_stage") return of(shape == "two-stage");
            if (w == "peak_early") return shape == "stamp and bleed" ? Verdict::Agrees : Verdict::Unknown;
            return Verdict::Unknown;
        }
        if (knowsNoBraking()) {
            c_.measured = "no braking here";
            return Verdict::Differs;
        }
        if (w == "trail_to_apex") {
            const auto off = value("brake_release_m"), apex = value("apex_m");
            if (!off || !apex) return Verdict::Unknown;
            c_.measured =
                "off " + figure(std::abs(*apex - *off)) + " m " + (*off < *apex ? "before" : "after") + " the apex";
            return of(std::abs(*off - *apex) <= tolerance("brake_release_m", kMetreTol));
        }
        const auto trail = value("trail_m");
        if (!trail) return Verdict::Unknown;
        constexpr double kNone = 5, kSome = 8;
        c_.measured = figure(*trail) + " m past the turn-in";
        if (w == "trail") return of(*trail > kNone);
        return *trail <= kNone ? Verdict::Agrees : *trail > kSome ? Verdict::Differs : Verdict::Unknown;
    }
    Verdict power() {
        auto at = value(c_.fact);
        std::optional<double> from;
        std::string name = "apex";
        if (c_.said.to == "apex")
            from = value("apex_m");
        else if (const auto* r =
                     referenceMeant(corner_, c_.said.to == "exit kerb" ? "start of the exit kerb" : c_.said.to, at))
            from = r->atM, name = c_.said.to = r->name;
        if (!at || !from) return Verdict::Unknown;
        const double past = *at - *from, tol = tolerance(c_.fact, kMetreTol);
        c_.measured = figure(std::abs(past)) + " m " + (past > 0 ? "after" : "before") + " the " + name;
        constexpr double kJust = 15;
        if (c_.said.rel == "before") return of(past <= tol);
        if (c_.said.rel == "by") return of(past <= tol);
        if (c_.said.rel == "at") return of(std::abs(past) <= tol);
        if (c_.said.rel == "just_after") return of(past >= -tol && past <= kJust + tol);
        return of(past >= -tol);
    }
    /// The corner of those words, by name or number.
    const ClaimCorner* cornerMeant(const std::string& words) const {
        if (words == "hairpin") return onlyHairpin(all_);
        if (words == "first corner" || words == "last corner")
            return all_.corners.empty() ? nullptr
                                        : &(words == "first corner" ? all_.corners.front() : all_.corners.back());
        const ClaimCorner* found = nullptr;
        for (const auto& c : all_.corners) {
            const auto name = plainText(c.name).text;
            if (!words.empty() && (hasWord(name, {words}) || name == " " + words + " ")) found = &c;
            if (hasWord(words, {"turn", "corner"}) && figureOf(lastWords(words, 1)) == c.number) found = &c;
        }
        return found;
    }
    /// Whether the words name the corner that comes next; none: they need not.
    bool leadsOn(const std::string& words) const {
        if (words.empty()) return true;
        const ClaimCorner* next = nullptr;
        for (std::size_t i = 0; i < all_.corners.size(); ++i)
            if (all_.corners[i].number == corner_.number) next = &all_.corners[(i + 1) % all_.corners.size()];
        return next && (cornerMeant(words) == next || next->kind == words);
    }
    Verdict time() {
        std::optional<double> v;
        if (c_.fact == "lap_time_s")
            v = all_.lapS;
        else if (c_.fact == "to_next_s") {
            const auto it = all_.toNextS.find(corner_.number);
            if (it != all_.toNextS.end() && leadsOn(c_.said.to)) v = it->second;
        } else if (c_.fact == "coast_s")
            v = value("coast_s");
        else
            c_.fact = "none";
        if (!v) return Verdict::Unknown;
        c_.measured = c_.fact == "lap_time_s" ? lapTimeText(*v) : figure(*v, 1) + " s";
        return of(std::abs(*v - *c_.said.number) <= wide_ * kTimeTol + 1e-9);
    }
    static std::optional<double> compared(const ClaimCorner& c, const std::string& what) {
        return c.facts.number(what == "gear" ? "min_gear" : what == "speed" ? "min_speed_kmh" : "brake_peak_pct");
    }
    Verdict compare() {
        const auto mine = compared(corner_, c_.said.what);
        if (!mine) return Verdict::Unknown;
        if (c_.said.op == "highest" || c_.said.op == "lowest") {
            for (const auto& c : all_.corners) {
                const auto v = compared(c, c_.said.what);
                if (!v) return Verdict::Unknown;
                if (c_.said.op == "highest" ? *v > *mine : *v < *mine)
                    return c_.measured = "not of them all", Verdict::Differs;
            }
            return Verdict::Agrees;
        }
        const auto* other = cornerMeant(c_.said.to);
        if (!other) return Verdict::Unknown;
        c_.said.corner = other->number;
        const auto theirs = compared(*other, c_.said.what);
        if (!theirs) return Verdict::Unknown;
        const double apart = *mine - *theirs;
        const double tol = c_.said.what == "gear" ? 0 : c_.said.what == "speed" ? kSpeedTol : kPercentTol;
        c_.measured = figure(*mine) + " here, " + figure(*theirs) + " there";
        if (c_.said.diff) return of(apart == *c_.said.diff);
        if (c_.said.op == "same") return of(std::abs(apart) <= tol);
        return of(c_.said.op == "higher" ? apart > 0 : apart < 0);
    }

    Claim& c_;
    const ClaimFacts& all_;
    const ClaimCorner& corner_;
    bool advice_;
    double wide_;
};

} // namespace

const ClaimCorner* onlyHairpin(const ClaimFacts& facts) {
    const ClaimCorner* found = nullptr;
    for (const auto& c : facts.corners) {
        if (c.kind != "hairpin") continue;
        if (found) return nullptr;
        found = &c;
    }
    return found;
}

const ClaimCorner* ClaimFacts::corner(int number) const {
    for (const auto& c : corners)
        if (c.number == number) return &c;
    return nullptr;
}

void holdAgainst(Claim& claim, const ClaimFacts& facts, int number) {
    claim.verdict = Verdict::Unknown, claim.byAdvice = false, claim.measured.clear();
    const auto* corner = facts.corner(number);
    static const ClaimCorner kNowhere;
    const bool advice = claim.stance == Stance::Advised || claim.stance == Stance::Negated;
    Held held(claim, facts, corner ? *corner : kNowhere, advice);
    auto verdict = held.verdict();
    if (!corner || claim.stance == Stance::Other) {
        claim.measured = corner ? "of another car, day or case" : "no such corner";
        verdict = Verdict::Unknown;
    }
    if (verdict == Verdict::Unknown && claim.measured.empty())
        claim.measured = claim.fact.empty() || claim.fact == "none" ? "nothing tells that" : "not measured here";
    claim.verdict = claim.stance == Stance::Negated ? opposite(verdict) : verdict;
}

void holdAgainst(Claim& claim, const ClaimFacts& facts, int number, double atM) {
    const auto* corner = facts.corner(number);
    const auto brakes = corner ? corner->facts.number("brake_onset_m") : std::nullopt;
    const bool arriving = corner && atM < brakes.value_or(corner->facts.number("turn_in_m").value_or(atM));
    if (claim.kind != ClaimKind::Gear || claim.fact != "min_gear" || !arriving || claim.verdict != Verdict::Differs)
        return;
    auto other = claim;
    other.fact = "entry_gear";
    holdAgainst(other, facts, number);
    if (other.verdict == Verdict::Agrees) claim = other;
}

} // namespace hl
