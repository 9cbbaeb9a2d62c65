// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/draft.h"

#include "core/words/look_for.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

std::string metres(double m) { return std::to_string(static_cast<int>(std::lround(m))); }
int percent(double share) { return static_cast<int>(std::lround(100 * share)); }

/// One of several ways to say a thing, by corner, so that a guide does not repeat itself.
template <std::size_t N> std::string_view way(const std::string_view (&ways)[N], int corner) {
    return ways[static_cast<std::size_t>(corner) % N];
}

std::string filled(std::string_view pattern, std::initializer_list<std::pair<std::string_view, std::string>> values) {
    std::string out(pattern);
    for (const auto& [name, value] : values) {
        const auto mark = "{" + std::string(name) + "}";
        for (auto at = out.find(mark); at != std::string::npos; at = out.find(mark, at + value.size()))
            out.replace(at, mark.size(), value);
    }
    return out;
}

struct Writer {
    Guide& guide;
    const DraftMaterial& m;
    GuideCorner& corner;
    const CornerFacts& facts;
    int n;

    void beat(Topic topic, double atM, std::string words, std::string cue) {
        corner.beats.push_back(
            {guide.nextId++, topic, std::clamp(atM, corner.startM, corner.endM), std::move(words), std::move(cue)});
    }
    void marker(MarkerKind kind, double atM, double lateral, double height, std::string label, double toM = kNaN) {
        corner.markers.push_back(
            {guide.nextId++, kind, atM, lateral, height, std::isnan(toM) ? atM : toM, std::move(label)});
    }
    double lateralAt(double atM) const {
        return m.trace.lateral.empty() ? 0 : sampleAt(m.trace.s, m.trace.lateral, atM);
    }
    std::string side() const { return std::string(name(corner.side)); }
    std::string kindText() const {
        return (corner.kind == "bend" && corner.minRadiusM < 60 ? "tight " : "") + kindWords(corner);
    }
    std::string otherSide() const { return corner.side == Side::Left ? "right" : "left"; }
    void ring(const LookFor& look) {
        marker(MarkerKind::Ring, look.reference->atM, look.reference->lateralM, look.reference->heightM * 0.8,
               look.reference->label);
    }

    void approach();
    void braking();
    void lifting();
    void turnIn();
    void apex();
    void power();
    void exit();
};

void Writer::approach() {
    const double at = facts.brakeOnsetM ? facts.brakeOnsetM->value : corner.turnInM;
    const auto where = facts.brakeOnsetM ? facts.brakeOnsetM->value - 45 : corner.turnInM - 35;
    const double lateral = lateralAt(at);
    const bool wide = m.trace.edgesKnown && std::abs(lateral) > 2.5;
    constexpr std::string_view named[] = {"{name}, a {kind}.", "Next, {name}, a {kind}.", "This is {name}, a {kind}."};
    constexpr std::string_view bare[] = {"Turn {n}, a {kind}.", "Turn {n} is a {kind}.", "Next, turn {n}, a {kind}."};
    constexpr std::string_view come[] = {" Come in {where}{gear}.", " You arrive {where}{gear}.", " Be {where}{gear}."};
    auto words = filled(corner.name.empty() ? way(bare, n) : way(named, n),
                        {{"name", corner.name}, {"n", std::to_string(n)}, {"kind", kindText()}});
    words +=
        filled(way(come, n), {{"where", wide ? "on the " + std::string(lateral > 0 ? "left" : "right") + ", " : ""},
                              {"gear", facts.entryGear ? "in " + ordinal(*facts.entryGear) + " gear" : "flat out"}});
    beat(Topic::Approach, where, words, "");
}

void Writer::braking() {
    const double at = facts.brakeOnsetM->value;
    const auto look = bestLookFor(m.track, at, facts.entrySpeed ? facts.entrySpeed->value : 40);
    std::string peak = facts.brakePeak ? ", up to " + std::to_string(percent(facts.brakePeak->value)) + " percent" : "";
    std::string gear = facts.minGear && facts.entryGear && *facts.minGear < *facts.entryGear
                           ? ", down to " + ordinal(*facts.minGear) + " gear"
                           : "";
    Advice row{Topic::Brake, {}, {}, {}};
    if (look) {
        constexpr std::string_view ways[] = {"Brake {offset}{peak}{gear}.", "Start braking {offset}{peak}{gear}.",
                                             "On the brakes {offset}{peak}{gear}."};
        beat(Topic::Brake, at, filled(way(ways, n), {{"offset", offsetText(*look)}, {"peak", peak}, {"gear", gear}}),
             "Brake");
        ring(*look);
        row.lookFor = offsetText(*look);
        if (const auto second = nextLookFor(m.track, at, facts.entrySpeed ? facts.entrySpeed->value : 40, *look))
            row.backup = "or " + offsetText(*second);
    } else {
        constexpr std::string_view ways[] = {"There is nothing good to brake by here: find it by feel{peak}{gear}.",
                                             "Brake by feel, there is no good mark{peak}{gear}."};
        beat(Topic::Brake, at, filled(way(ways, n), {{"peak", peak}, {"gear", gear}}), "Brake");
    }
    corner.advice.push_back(row);
    marker(MarkerKind::BrakePosts, at, 0, 0, "brake");
    for (const auto& s : facts.shifts)
        if (s.to < s.from && s.atM > at - 5 && s.atM < corner.apexM + 20)
            marker(MarkerKind::GearKeystone, s.atM, lateralAt(s.atM), 0,
                   std::to_string(s.from) + ">" + std::to_string(s.to));
    if (facts.trailM && facts.trailM->value > 12) {
        constexpr std::string_view ways[] = {"Let the pedal bleed away as you turn, {trail} metres past the turn-in.",
                                             "Carry the brake in: it comes off {trail} metres after you turn.",
                                             "Keep a little brake for {trail} metres into the turn."};
        beat(Topic::TurnIn, corner.turnInM, filled(way(ways, n), {{"trail", metres(facts.trailM->value)}}),
             "bleed it off");
    }
}

void Writer::lifting() {
    constexpr std::string_view ways[] = {"No brake here: just lift and let it roll in.", "A lift is enough, no brake.",
                                         "Off the power, no brake at all."};
    beat(Topic::Brake, corner.turnInM - 10, std::string(way(ways, n)), "Lift");
}

void Writer::turnIn() {
    marker(MarkerKind::TurnGate, corner.turnInM, 0, 0, "turn in");
    const auto look = bestLookFor(m.track, corner.turnInM, 20, 14);
    Advice row{Topic::TurnIn, {}, look ? offsetText(*look) : "", {}};
    if (look)
        if (const auto second = nextLookFor(m.track, corner.turnInM, 20, *look))
            row.backup = "or " + offsetText(*second);
    corner.advice.push_back(row);
    const bool said =
        std::any_of(corner.beats.begin(), corner.beats.end(), [](const Beat& b) { return b.topic == Topic::TurnIn; });
    if (said || !look) return;
    constexpr std::string_view ways[] = {"Turn in {offset}.", "Turn {offset}, in one go.", "Your turn-in is {offset}."};
    beat(Topic::TurnIn, corner.turnInM, filled(way(ways, n), {{"offset", offsetText(*look)}}), "turn");
    ring(*look);
}

void Writer::apex() {
    const double sign = corner.side == Side::Left ? 1 : -1;
    const auto road = m.track && m.trace.edgesKnown ? std::optional(frameAt(*m.track, corner.apexM)) : std::nullopt;
    const double edge = road ? (sign > 0 ? road->left : road->right) : 6;
    marker(MarkerKind::ApexDrop, corner.apexM, road ? sign * edge : lateralAt(corner.apexM) + sign, 0, "apex");
    const Kerb* kerb = nullptr;
    if (m.track)
        for (const auto& k : m.track->kerbs)
            if (k.left == (sign > 0) && k.fromM - 5 < corner.apexM && k.toM + 5 > corner.apexM) kerb = &k;
    if (kerb) marker(MarkerKind::KerbBlock, kerb->fromM, sign * edge, 0, "kerb", kerb->toM);
    Advice row{Topic::Apex, {}, kerb ? side() + " kerb" : "", {}};
    corner.advice.push_back(row);
    const auto unit = guide.scene.speedUnit;
    const std::string speed = facts.minSpeed ? std::to_string(std::lround(inUnit(facts.minSpeed->value, unit))) + " " +
                                                   std::string(spoken(unit))
                                             : "";
    if (speed.empty()) return;
    constexpr std::string_view kerbed[] = {"Clip the {side} kerb; the slowest point is {speed}.",
                                           "Aim for the {side} kerb, {speed} at the slowest.",
                                           "To the {side} kerb: {speed} at the slowest point."};
    constexpr std::string_view plain[] = {"{speed} at the slowest point.", "The slowest point is {speed}.",
                                          "It slows to {speed}."};
    beat(Topic::Apex, corner.apexM, filled(kerb ? way(kerbed, n) : way(plain, n), {{"side", side()}, {"speed", speed}}),
         kerb ? "kerb" : "apex");
}

void Writer::power() {
    const double at = facts.throttlePickupM->value;
    const double past = at - corner.apexM;
    const std::string where = std::abs(past) < 3
                                  ? "at the apex"
                                  : metres(std::abs(past)) + " metres " + (past > 0 ? "after" : "before") + " the apex";
    constexpr std::string_view ways[] = {"First power {where}", "Squeeze the power on {where}",
                                         "Back to power {where}"};
    std::string words = filled(way(ways, n), {{"where", where}});
    words += facts.fullThrottleM ? ", full " + metres(std::max(1.0, facts.fullThrottleM->value - at)) + " metres later."
                                 : ".";
    Advice row{Topic::Power, {}, {}, {}};
    if (!facts.lifts.empty()) {
        words += " I had to lift again here: wait, then ask once.";
        row.advised = "later, without the lift";
    }
    corner.advice.push_back(row);
    beat(Topic::Power, at, words, "power");
}

void Writer::exit() {
    if (!facts.exitSpeed) return;
    const double at =
        std::min(corner.endM, (facts.fullThrottleM ? facts.fullThrottleM->value : corner.apexM + 30) + 15);
    if (!m.track || !m.trace.edgesKnown) return;
    const double sign = corner.side == Side::Left ? -1 : 1; // the outside
    double widest = -1e9, widestAt = at;
    for (double s = corner.apexM + 10; s <= corner.endM; s += 2) {
        const auto road = frameAt(*m.track, s);
        const double used = sign * sampleAt(m.trace.s, m.trace.lateral, s) - (sign > 0 ? road.left : road.right);
        if (used > widest) widest = used, widestAt = s;
    }
    marker(MarkerKind::ExitPosts, widestAt, 0, 0, "exit");
    if (widest > -2.0) {
        constexpr std::string_view ways[] = {"Let it run out to the {side} edge.", "Use all the road on the {side}.",
                                             "And out to the {side}."};
        beat(Topic::Exit, widestAt, filled(way(ways, n), {{"side", otherSide()}}), "all the road");
    }
}

GuideCorner bare(const Corner& c) {
    GuideCorner g;
    g.number = c.number, g.name = c.name, g.side = c.side, g.kind = c.kind, g.complex = c.complex;
    g.complexKind = c.complexKind, g.flat = c.flat;
    g.startM = c.startM, g.turnInM = c.turnInM, g.apexM = c.apexM, g.endM = c.endM;
    g.angleRad = c.angleRad, g.minRadiusM = c.minRadiusM;
    return g;
}

} // namespace

std::string kindWords(const GuideCorner& c) {
    const auto side = std::string(name(c.side));
    if (c.kind == "bend") return side + "-hander";
    if (c.kind == "tightening" || c.kind == "opening") return c.kind + " " + side + "-hander";
    if (c.kind == "double apex") return "double-apex " + side + "-hander";
    return side + " " + c.kind;
}

std::string ordinal(int n) {
    static constexpr std::string_view words[] = {"neutral", "first",   "second", "third", "fourth", "fifth",
                                                 "sixth",   "seventh", "eighth", "ninth", "tenth"};
    return n >= 0 && n <= 10 ? std::string(words[n]) : std::to_string(n);
}

Guide withDraft(Guide guide, const DraftMaterial& m) {
    guide.corners.clear();
    if (m.track) guide.references = m.track->references;
    for (std::size_t i = 0; i < m.corners.size(); ++i) {
        GuideCorner corner = bare(m.corners[i]);
        Writer w{guide, m, corner, m.facts[i], corner.number};
        w.approach();
        if (m.facts[i].brakeOnsetM)
            w.braking();
        else if (!m.trace.brake.empty() && corner.kind != "kink")
            w.lifting();
        w.turnIn();
        w.apex();
        if (m.facts[i].throttlePickupM) w.power();
        w.exit();
        std::stable_sort(corner.beats.begin(), corner.beats.end(),
                         [](const Beat& a, const Beat& b) { return a.atM < b.atM; });
        guide.corners.push_back(std::move(corner));
    }
    return guide;
}

namespace {

/// "two wheels right, 953 to 968 m": what was over which edge, in the order of the road.
std::string kerbText(const CornerFacts& f) {
    std::string text;
    for (const auto& w : f.wheelsOver) {
        const bool inner = w.leftWheels == w.leftEdge; // the wheels next to that edge
        if (!inner) continue;
        const bool all = std::any_of(f.wheelsOver.begin(), f.wheelsOver.end(), [&](const WheelsOver& o) {
            return o.leftEdge == w.leftEdge && o.leftWheels != w.leftWheels && o.fromM < w.toM && o.toM > w.fromM;
        });
        text += (text.empty() ? "" : "; ") + std::string(all ? "all wheels" : "two wheels") + " " +
                (w.leftEdge ? "left" : "right") + ", " + metres(w.fromM) + " to " + metres(w.toM) + " m" +
                (w.jolted ? ", bumpy" : "");
    }
    if (!text.empty()) return text;
    if (!f.unmeasured.contains("wheels_over")) return "not touched";
    for (const auto& j : f.jolts) text += (text.empty() ? "shaken at " : ", ") + metres(j.fromM);
    return text.empty() ? "" : text + " m";
}

std::string limitText(const CornerFacts& f) {
    if (!f.limitM) return "";
    const auto tenths = std::lround(std::abs(f.limitM->value) * 10);
    const auto text = std::to_string(tenths / 10) + "." + std::to_string(tenths % 10) + " m";
    return f.limitM->value >= 0 ? text + " to spare" : "beyond by " + text;
}

} // namespace

std::string drivenText(Topic topic, const GuideCorner& c, const CornerFacts& f, SpeedUnit unit) {
    const auto why = [&](const char* key) { return f.unmeasured.contains(key) ? f.unmeasured.at(key) : std::string(); };
    const auto gears = [&] {
        std::string s;
        for (const auto& x : f.shifts)
            if (x.to < x.from) s += (s.empty() ? "down to " : ", ") + std::to_string(x.to) + " at " + metres(x.atM);
        if (!s.empty()) s += " m";
        return s.empty() && f.minGear ? "stays in " + std::to_string(*f.minGear) : s;
    };
    switch (topic) {
    case Topic::Approach:
        return (f.entryGear ? ordinal(*f.entryGear) + " gear, " : "") +
               (f.entrySpeed ? speedText(f.entrySpeed->value, unit) : "");
    case Topic::Brake:
        if (!f.brakeOnsetM) return why("brake_onset_m");
        return metres(f.brakeOnsetM->value) + " m" +
               (f.brakePeak ? ", peak " + std::to_string(percent(f.brakePeak->value)) + " %" : "") +
               (f.brakeReleaseM ? ", off at " + metres(f.brakeReleaseM->value) + " m" : "") +
               (f.brakeShape.empty() ? "" : ", " + f.brakeShape);
    case Topic::Gears: return f.minGear ? gears() : "not in the log";
    case Topic::TurnIn:
        return metres(c.turnInM) + " m" + (f.trailM ? ", trails " + metres(f.trailM->value) + " m" : "");
    case Topic::Apex: return metres(c.apexM) + " m" + (f.apexKind.empty() ? "" : ", " + f.apexKind);
    case Topic::Slowest:
        return f.minSpeed ? speedText(f.minSpeed->value, unit) + " at " + metres(f.minSpeedM->value) + " m" : "";
    case Topic::Power:
        if (!f.throttlePickupM) return why("throttle_pickup_m");
        return "first " + metres(f.throttlePickupM->value) + " m" +
               (f.fullThrottleM ? ", full " + metres(f.fullThrottleM->value) + " m" : ", not full here") +
               (f.lifts.empty() ? "" : ", lifts at " + metres(f.lifts[0].fromM) + " m");
    case Topic::Exit: return f.exitSpeed ? speedText(f.exitSpeed->value, unit) : "";
    case Topic::Kerb: return kerbText(f);
    case Topic::Limits: return limitText(f);
    default: return "";
    }
}

} // namespace hl
