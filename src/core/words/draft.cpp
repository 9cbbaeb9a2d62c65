// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/draft.h"

#include "core/mark/mark_kind.h"
#include "core/units/figures.h"
#include "core/words/look_for.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace hl {
namespace {

std::string metres(double m) { return figure(m); }

std::string filled(std::string_view pattern, std::initializer_list<std::pair<std::string_view, std::string>> values) {
    std::string out(pattern);
    for (const auto& [name, value] : values) {
        const auto mark = "{" + std::string(name) + "}";
        for (auto at = out.find(mark); at != std::string::npos; at = out.find(mark, at + value.size()))
            out.replace(at, mark.size(), value);
    }
    return out;
}

/// "a left-hander", "an opening left-hander"
std::string withArticle(const std::string& words) {
    const bool vowel = !words.empty() && std::string_view("aeiou").find(words.front()) != std::string_view::npos;
    return (vowel ? "an " : "a ") + words;
}

using Values = std::initializer_list<std::pair<std::string_view, std::string>>;

/// What was said so far in this guide: no sentence stands more than twice.
class Said {
  public:
    /// One of several ways to say a thing, beginning with another one in each corner; empty when all were said often.
    template <std::size_t N> std::string oneOf(const std::string_view (&ways)[N], int corner, Values values) {
        constexpr int kMost = 2;
        for (std::size_t i = 0; i < N; ++i) {
            auto words = filled(ways[(static_cast<std::size_t>(corner) + i) % N], values);
            if (auto& times = times_[words]; times < kMost) {
                ++times;
                return words;
            }
        }
        return {};
    }

  private:
    std::map<std::string, int> times_;
};

struct Writer {
    Guide& guide;
    const DraftMaterial& m;
    GuideCorner& corner;
    const CornerFacts& facts;
    Said& said;
    bool first; ///< of the guide
    int n;

    void beat(Topic topic, double atM, std::string words, std::string cue) {
        if (words.empty()) return;
        corner.beats.push_back({newId<BeatId>(guide), topic, std::clamp(atM, corner.startM, corner.endM),
                                std::move(words), std::move(cue)});
    }
    void marker(const MarkKind& kind, Anchor at, std::string label) {
        corner.markers.push_back({newId<MarkerId>(guide), std::string(kind.key), at, std::move(label)});
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
        return withArticle((corner.kind == "bend" && corner.minRadiusM < 60 ? "tight " : "") + kindWords(corner));
    }
    std::string otherSide() const { return corner.side == Side::Left ? "right" : "left"; }
    /// Whether a place lies in this corner and not in a neighbour's.
    bool ours(double atM) const { return atM >= corner.startM && atM <= corner.endM; }
    bool brakesBeforeTurning() const { return facts.brakeOnsetM->value < corner.turnInM - 3; }
    void ring(const LookFor& look) { marker(kRingMark, OnReference{own(look)}, look.reference->label); }
    void lookFor(Advice& row, const LookFor& look, double atM, double speed) const {
        row.lookFor = offsetText(look), row.first = own(look);
        if (const auto second = nextLookFor(m.track, atM, speed, look))
            row.backup = "or " + offsetText(*second), row.second = own(*second);
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
    const bool brakes = facts.brakeOnsetM && ours(facts.brakeOnsetM->value) && brakesBeforeTurning();
    const double at = brakes ? facts.brakeOnsetM->value : corner.turnInM;
    const double lateral = lateralAt(at);
    const bool wide = m.trace.edgesKnown && std::abs(lateral) > 2.5;
    constexpr std::string_view named[] = {"{name}, {kind}.", "This is {name}, {kind}.", "Next, {name}, {kind}."};
    constexpr std::string_view bare[] = {"Turn {n}, {kind}.", "Turn {n} is {kind}.", "Next, turn {n}, {kind}."};
    constexpr std::string_view come[] = {" Come in {where}{gear}.", " You arrive {where}{gear}.", " Be {where}{gear}."};
    const int how = first ? 0 : n;
    const Values who{{"name", corner.name}, {"n", std::to_string(n)}, {"kind", kindText()}};
    auto words = corner.name.empty() ? said.oneOf(bare, how, who) : said.oneOf(named, how, who);
    const std::string where = wide ? "on the " + std::string(lateral > 0 ? "left" : "right") : "",
                      gear = facts.entryGear ? "in " + ordinal(*facts.entryGear) + " gear" : "";
    if (!where.empty() || !gear.empty())
        words += filled(come[static_cast<std::size_t>(n) % 3],
                        {{"where", where + (where.empty() || gear.empty() ? "" : ", ")}, {"gear", gear}});
    beat(Topic::Approach, at - (brakes ? 45 : 35), words, "");
}

void Writer::braking() {
    const double at = facts.brakeOnsetM->value, speed = facts.entrySpeed ? facts.entrySpeed->value : 40;
    const auto look = bestLookFor(m.track, at, speed);
    const std::string peak = facts.brakePeak ? ", up to " + figure(100 * facts.brakePeak->value) + " percent" : "";
    const std::string gear = facts.minGear && facts.entryGear && *facts.minGear < *facts.entryGear
                                 ? ", down to " + ordinal(*facts.minGear) + " gear"
                                 : "";
    Advice row{Topic::Brake, {}, {}, {}};
    const Values facts_{{"offset", look ? offsetText(*look) : ""}, {"peak", peak}, {"gear", gear}};
    if (look) {
        constexpr std::string_view ways[] = {"Brake {offset}{peak}{gear}.", "Start braking {offset}{peak}{gear}.",
                                             "On the brakes {offset}{peak}{gear}."};
        beat(Topic::Brake, at, said.oneOf(ways, n, facts_), "Brake");
        ring(*look);
        lookFor(row, *look, at, speed);
    } else {
        constexpr std::string_view ways[] = {"There is nothing good to brake by here: find it by feel{peak}{gear}.",
                                             "Brake by feel, there is no good mark{peak}{gear}.",
                                             "No mark to brake by{peak}{gear}."};
        beat(Topic::Brake, at, said.oneOf(ways, n, facts_), "Brake");
    }
    corner.advice.push_back(row);
    marker(kBrakePostsMark, OnRoad{at, at}, "brake");
    for (const auto& s : facts.shifts)
        if (s.to < s.from && s.atM > at - 5 && s.atM < corner.apexM + 20)
            marker(kGearKeystoneMark, OnRoad{s.atM, s.atM, lateralAt(s.atM)},
                   std::to_string(s.from) + ">" + std::to_string(s.to));
    // Only a brake that was on before the turn can be carried into it.
    if (brakesBeforeTurning() && facts.trailM && facts.trailM->value > 12) {
        constexpr std::string_view ways[] = {"Let the pedal bleed away as you turn, {trail} metres past the turn-in.",
                                             "Carry the brake in: it comes off {trail} metres after you turn.",
                                             "Keep a little brake for {trail} metres into the turn."};
        beat(Topic::TurnIn, corner.turnInM, said.oneOf(ways, n, {{"trail", metres(facts.trailM->value)}}),
             "bleed it off");
    }
}

void Writer::lifting() {
    constexpr std::string_view ways[] = {"No brake here: just lift and let it roll in.", "A lift is enough, no brake.",
                                         "Off the power, no brake at all."};
    beat(Topic::Brake, corner.turnInM - 10, said.oneOf(ways, n, {}), "Lift");
}

void Writer::turnIn() {
    constexpr double kReachM = 14, kSpeed = 20;
    marker(kTurnGateMark, OnRoad{corner.turnInM, corner.turnInM}, "turn in");
    const auto look = bestLookFor(m.track, corner.turnInM, kSpeed, kReachM);
    Advice row{Topic::TurnIn, {}, {}, {}};
    if (look) lookFor(row, *look, corner.turnInM, kSpeed);
    corner.advice.push_back(row);
    const bool spoken =
        std::any_of(corner.beats.begin(), corner.beats.end(), [](const Beat& b) { return b.topic == Topic::TurnIn; });
    if (spoken || !look) return;
    constexpr std::string_view ways[] = {"Turn in {offset}.", "Turn {offset}, in one go.", "Your turn-in is {offset}."};
    beat(Topic::TurnIn, corner.turnInM, said.oneOf(ways, n, {{"offset", offsetText(*look)}}), "turn");
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
    const Values values{{"side", side()}, {"speed", speed}};
    beat(Topic::Apex, corner.apexM, kerb ? said.oneOf(kerbed, n, values) : said.oneOf(plain, n, values),
         kerb ? "kerb" : "apex");
}

/// "at the apex", "9 metres after the apex"
std::string fromApex(double past) {
    constexpr double kAt = 3;
    if (std::abs(past) < kAt) return "at the apex";
    return metres(std::abs(past)) + " metres " + (past > 0 ? "after" : "before") + " the apex";
}

void Writer::power() {
    const double at = facts.throttlePickupM->value;
    Advice row{Topic::Power, {}, {}, {}};
    std::string words;
    if (at > corner.turnInM && ours(at)) { // else it is the power after the corner before
        constexpr double kAtOnce = 5;      // m
        const double rest = facts.fullThrottleM ? facts.fullThrottleM->value - at : -1;
        const std::string full = !facts.fullThrottleM || rest < 0 ? ""
                                 : rest < kAtOnce                 ? ", full at once"
                                                                  : ", full " + metres(rest) + " metres later";
        constexpr std::string_view ways[] = {"First power {where}{full}.", "Squeeze the power on {where}{full}.",
                                             "Back to power {where}{full}."};
        words = said.oneOf(ways, n, {{"where", fromApex(at - corner.apexM)}, {"full", full}});
        constexpr double kShortest = 12; // m: a wedge shorter than that is a blot
        marker(kPowerWedgeMark, OnRoad{at, at + std::max(kShortest, rest)}, "power");
    }
    if (!facts.lifts.empty()) {
        constexpr std::string_view ways[] = {"I had to lift again here: wait, then ask once.",
                                             "It asked for a lift afterwards: be later and do it once.",
                                             "A lift spoils this exit: start the power later."};
        const auto lift = said.oneOf(ways, n, {});
        words += (words.empty() || lift.empty() ? "" : " ") + lift;
        row.advised = "later, without the lift";
    }
    corner.advice.push_back(row);
    beat(Topic::Power, std::max(at, corner.turnInM), words, "power");
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
        beat(Topic::Exit, widestAt, said.oneOf(ways, n, {{"side", otherSide()}}), "all the road");
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

namespace {

/// Where kerbs begin and end is what people brake and turn by where no board stands.
Track withKerbEnds(Track track) {
    for (const auto& k : track.kerbs)
        for (const bool start : {true, false}) {
            const double at = start ? k.fromM : k.toM;
            const auto road = frameAt(track, at);
            const std::string side = k.left ? "left" : "right";
            track.references.push_back({"", start ? "kerb start" : "kerb end",
                                        (start ? "start of the " : "end of the ") + side + " kerb", at,
                                        k.left ? road.left : -road.right, k.heightM, "permanent"});
        }
    return track;
}

void takeReferences(Guide& guide, const Track& track) {
    guide.references.clear();
    for (const auto& r : track.references) {
        GuideReference own;
        static_cast<Reference&>(own) = r;
        own.id = newId<ReferenceId>(guide);
        guide.references.push_back(std::move(own));
    }
}

} // namespace

Guide withDraft(Guide guide, const DraftMaterial& from) {
    guide.corners.clear();
    guide.references.clear();
    std::optional<Track> track;
    if (from.track) {
        track = withKerbEnds(*from.track);
        takeReferences(guide, *track);
    }
    const DraftMaterial m{from.trace, from.corners, from.facts, track ? &*track : nullptr};
    Said said;
    for (std::size_t i = 0; i < m.corners.size(); ++i) {
        GuideCorner corner;
        static_cast<Corner&>(corner) = m.corners[i];
        corner.id = newId<CornerId>(guide);
        const auto& facts = m.facts[i];
        Writer w{guide, m, corner, facts, said, i == 0, corner.number};
        w.approach();
        if (facts.brakeOnsetM && w.ours(facts.brakeOnsetM->value))
            w.braking();
        else if (!m.trace.brake.empty() && !corner.flat && corner.kind != "kink")
            w.lifting();
        w.turnIn();
        w.apex();
        if (facts.throttlePickupM) w.power();
        w.exit();
        std::stable_sort(corner.beats.begin(), corner.beats.end(),
                         [](const Beat& a, const Beat& b) { return a.atM < b.atM; });
        guide.corners.push_back(std::move(corner));
    }
    return guide;
}

} // namespace hl
