// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/draft.h"

#include "core/mark/mark_kind.h"
#include "core/units/figures.h"
#include "core/words/look_for.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

std::string metres(double m) { return figure(m); }

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
        corner.beats.push_back({newId<BeatId>(guide), topic, std::clamp(atM, corner.startM, corner.endM),
                                std::move(words), std::move(cue)});
    }
    void marker(const MarkKind& kind, Anchor at, std::string label) {
        corner.markers.push_back({newId<MarkerId>(guide), std::string(kind.key), std::move(at), std::move(label)});
    }
    /// The guide's own of a thing of the track.
    ReferenceId own(const LookFor& look) const {
        const auto i = look.reference - m.track->references.data();
        return guide.references.at(static_cast<std::size_t>(i)).id;
    }
    double lateralAt(double atM) const {
        return m.trace.lateral.empty() ? 0 : sampleAt(m.trace.s, m.trace.lateral, atM);
    }
    std::string side() const { return std::string(name(corner.side)); }
    std::string kindText() const {
        return (corner.kind == "bend" && corner.minRadiusM < 60 ? "tight " : "") + kindWords(corner);
    }
    std::string otherSide() const { return corner.side == Side::Left ? "right" : "left"; }
    void ring(const LookFor& look) { marker(kRingMark, OnReference{own(look)}, look.reference->label); }

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
    std::string peak = facts.brakePeak ? ", up to " + figure(100 * facts.brakePeak->value) + " percent" : "";
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
        row.lookFor = offsetText(*look), row.first = own(*look);
        if (const auto second = nextLookFor(m.track, at, facts.entrySpeed ? facts.entrySpeed->value : 40, *look))
            row.backup = "or " + offsetText(*second), row.second = own(*second);
    } else {
        constexpr std::string_view ways[] = {"There is nothing good to brake by here: find it by feel{peak}{gear}.",
                                             "Brake by feel, there is no good mark{peak}{gear}."};
        beat(Topic::Brake, at, filled(way(ways, n), {{"peak", peak}, {"gear", gear}}), "Brake");
    }
    corner.advice.push_back(row);
    marker(kBrakePostsMark, OnRoad{at, at}, "brake");
    for (const auto& s : facts.shifts)
        if (s.to < s.from && s.atM > at - 5 && s.atM < corner.apexM + 20)
            marker(kGearKeystoneMark, OnRoad{s.atM, s.atM, lateralAt(s.atM)},
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
    marker(kTurnGateMark, OnRoad{corner.turnInM, corner.turnInM}, "turn in");
    const auto look = bestLookFor(m.track, corner.turnInM, 20, 14);
    Advice row{Topic::TurnIn, {}, look ? offsetText(*look) : "", {}};
    if (look)
        if (row.first = own(*look); const auto second = nextLookFor(m.track, corner.turnInM, 20, *look))
            row.backup = "or " + offsetText(*second), row.second = own(*second);
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
    marker(kApexDropMark, OnRoad{corner.apexM, corner.apexM, road ? sign * edge : lateralAt(corner.apexM) + sign},
           "apex");
    const Kerb* kerb = nullptr;
    if (m.track)
        for (const auto& k : m.track->kerbs)
            if (k.left == (sign > 0) && k.fromM - 5 < corner.apexM && k.toM + 5 > corner.apexM) kerb = &k;
    if (kerb) marker(kKerbBlockMark, OnRoad{kerb->fromM, kerb->toM, sign * edge}, "kerb");
    Advice row{Topic::Apex, {}, kerb ? side() + " kerb" : "", {}};
    corner.advice.push_back(row);
    const auto unit = guide.scene.speedUnit;
    const std::string speed =
        facts.minSpeed ? figure(inUnit(facts.minSpeed->value, unit)) + " " + std::string(spoken(unit)) : "";
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
    marker(kExitPostsMark, OnRoad{widestAt, widestAt}, "exit");
    if (widest > -2.0) {
        constexpr std::string_view ways[] = {"Let it run out to the {side} edge.", "Use all the road on the {side}.",
                                             "And out to the {side}."};
        beat(Topic::Exit, widestAt, filled(way(ways, n), {{"side", otherSide()}}), "all the road");
    }
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
    guide.references.clear();
    if (m.track)
        for (const auto& r : m.track->references) {
            GuideReference own;
            static_cast<Reference&>(own) = r;
            own.id = newId<ReferenceId>(guide);
            guide.references.push_back(std::move(own));
        }
    for (std::size_t i = 0; i < m.corners.size(); ++i) {
        GuideCorner corner;
        static_cast<Corner&>(corner) = m.corners[i];
        corner.id = newId<CornerId>(guide);
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

} // namespace hl
