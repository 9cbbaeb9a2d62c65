// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/draft.h"

#include "core/mark/mark_kind.h"
#include "core/units/figures.h"
#include "core/words/look_for.h"
#include "core/words/phrases.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace hl {
namespace {

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

/// What was said so far in this guide: no sentence stands more than twice, and no pattern twice running.
class Said {
  public:
    explicit Said(const School& school) : school_(school) {}
    /// One of several ways to say a thing, beginning with another one in each corner; empty when all were said often.
    std::string oneOf(Saying saying, int corner, Values values) { return oneOf(saying, corner, values, school_); }
    std::string oneOf(Saying saying, int corner, Values values, const School& school) {
        constexpr int kMost = 2;
        const auto ways = phrases(saying, school);
        const auto last = last_.find(saying);
        for (std::size_t i = 0; i < ways.size(); ++i) {
            const auto k = (static_cast<std::size_t>(std::abs(corner)) + i) % ways.size();
            if (last != last_.end() && last->second == k) continue;
            auto words = filled(ways[k], values);
            if (auto& times = times_[words]; times < kMost) {
                ++times;
                last_[saying] = k;
                return words;
            }
        }
        return {};
    }

  private:
    const School& school_;
    std::map<std::string, int> times_;
    std::map<Saying, std::size_t> last_;
};

/// What is so in the whole lap, and not of one corner.
struct OfTheLap {
    bool thingsListed = false; ///< somebody has named things to look for
    bool liftsOften = false;   ///< the power is lifted again nearly everywhere: a habit, or an aid
    CornerId liftTold = {};    ///< the corner where that is said
};

/// In most corners, and in several: what one does everywhere is no slip of a corner.
OfTheLap ofTheLap(const DraftMaterial& m) {
    constexpr std::size_t kLeast = 4;
    std::size_t lifted = 0, powered = 0;
    for (const auto& f : m.facts) powered += f.throttlePickupM.has_value(), lifted += !f.lifts.empty();
    return {m.track && !m.track->references.empty(), lifted >= kLeast && 2 * lifted >= powered};
}

struct Writer {
    Guide& guide;
    const DraftMaterial& m;
    GuideCorner& corner;
    const CornerFacts& facts;
    Said& said;
    bool first; ///< of the guide
    int n;
    const OfTheLap& lap;

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
        return withArticle((corner.kind == "bend" && corner.minRadiusM < 60 ? "tight " : "") +
                           kindWords(corner, m.sidesKnown));
    }
    const School& school() const { return guide.school; }
    std::string distance(double m) const { return spokenDistance(m, school().distance); }
    std::string offset(const LookFor& look) const {
        return school().numbers ? offsetText(look, school().distance) : feltOffset(look);
    }
    std::string otherSide() const { return corner.side == Side::Left ? "right" : "left"; }
    /// Whether a place lies in this corner and not in a neighbour's.
    bool ours(double atM) const { return atM >= corner.startM && atM <= corner.endM; }
    bool brakesBeforeTurning() const { return facts.brakeOnsetM->value < corner.turnInM - 3; }
    void ring(const LookFor& look) { marker(kRingMark, OnReference{own(look)}, look.reference->label); }
    void lookFor(Advice& row, const LookFor& look, double atM, double speed) const {
        row.lookFor = offsetText(look, school().distance), row.first = own(look);
        if (const auto second = nextLookFor(m.track, atM, speed, look))
            row.backup = "or " + offsetText(*second, school().distance), row.second = own(*second);
    }

    /// "up to 87 percent", "firmly"
    std::string pressure(double share) const {
        if (school().numbers) return "up to " + figure(100 * share) + " percent";
        return share > 0.8 ? "hard" : share > 0.5 ? "firmly" : "lightly";
    }
    /// "down to third gear", "down two gears"
    std::string downTo(int from, int to) const {
        if (school().numbers) return "down to " + ordinal(to) + " gear";
        static constexpr std::string_view counts[] = {"", "one gear", "two gears", "three gears", "four gears"};
        const auto n = static_cast<std::size_t>(from - to);
        return n < std::size(counts) ? "down " + std::string(counts[n]) : "down the gears";
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
    const int how = first ? 0 : n;
    const Values who{{"name", corner.name}, {"n", std::to_string(n)}, {"kind", kindText()}};
    const bool bare = corner.name.empty() || guide.scene.cornerLabels == CornerLabels::Numbers;
    auto words = said.oneOf(bare ? Saying::Numbered : Saying::Named, how, who);
    const auto come = phrases(Saying::ComeIn, school());
    const std::string where = wide ? "on the " + std::string(lateral > 0 ? "left" : "right") : "",
                      gear = facts.entryGear && school().numbers ? "in " + ordinal(*facts.entryGear) + " gear" : "";
    if (!where.empty() || !gear.empty())
        words += filled(come[static_cast<std::size_t>(n) % 3],
                        {{"where", where + (where.empty() || gear.empty() ? "" : ", ")}, {"gear", gear}});
    beat(Topic::Approach, at - (brakes ? 45 : 35), words, "");
}

void Writer::braking() {
    const double at = facts.brakeOnsetM->value, speed = facts.entrySpeed ? facts.entrySpeed->value : 40;
    const auto look = bestLookFor(m.track, at, speed);
    const std::string peak = facts.brakePeak && school().advanced ? ", " + pressure(facts.brakePeak->value) : "";
    const std::string gear = facts.minGear && facts.entryGear && *facts.minGear < *facts.entryGear
                                 ? ", " + downTo(*facts.entryGear, *facts.minGear)
                                 : "";
    Advice row{Topic::Brake, {}, {}, {}};
    const Values facts_{{"offset", look ? offset(*look) : ""}, {"peak", peak}, {"gear", gear}};
    if (look) {
        beat(Topic::Brake, at, said.oneOf(Saying::BrakeAt, n, facts_), "Brake");
        ring(*look);
        lookFor(row, *look, at, speed);
    } else
        // Where nobody has listed things, that none is good to brake by is more than anybody knows.
        beat(Topic::Brake, at, said.oneOf(lap.thingsListed ? Saying::BrakeByFeel : Saying::BrakeHere, n, facts_),
             "Brake");
    corner.advice.push_back(row);
    marker(kBrakePostsMark, OnRoad{at, at}, "brake");
    for (const auto& s : facts.shifts)
        if (s.to < s.from && s.atM > at - 5 && s.atM < corner.apexM + 20)
            marker(kGearKeystoneMark, OnRoad{s.atM, s.atM, lateralAt(s.atM)},
                   std::to_string(s.from) + ">" + std::to_string(s.to));
    // Only a brake that was on before the turn can be carried into it.
    if (school().advanced && brakesBeforeTurning() && facts.trailM && facts.trailM->value > 12) {
        const double trail = facts.trailM->value;
        const auto far = school().numbers ? distance(trail) : trail > 50 ? "a long way in" : "a little way in";
        beat(Topic::TurnIn, corner.turnInM, said.oneOf(Saying::Trail, n, {{"trail", far}}), "bleed it off");
    }
}

void Writer::lifting() { beat(Topic::Brake, corner.turnInM - 10, said.oneOf(Saying::Lift, n, {}), "Lift"); }

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
    beat(Topic::TurnIn, corner.turnInM, said.oneOf(Saying::TurnIn, n, {{"offset", offset(*look)}}), "turn");
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
    const bool told = school().numbers && school().advanced;
    if (told && speed.empty()) return;
    School plain = school();
    plain.numbers = told; // a basic guide aims at the kerb and leaves the speed out
    const auto words =
        said.oneOf(kerb ? Saying::ApexKerb : Saying::Apex, n, {{"side", side()}, {"speed", speed}}, plain);
    beat(Topic::Apex, corner.apexM, words, kerb ? "kerb" : "apex");
}

/// "at the apex", "9 metres after the apex", "just after the apex"
std::string fromApex(double past, const School& school) {
    constexpr double kAt = 3, kJust = 12;
    if (std::abs(past) < kAt) return "at the apex";
    const std::string side = past > 0 ? "after" : "before";
    if (!school.numbers) return (std::abs(past) < kJust ? "just " : "well ") + side + " the apex";
    return spokenDistance(std::abs(past), school.distance) + " " + side + " the apex";
}

void Writer::power() {
    const double at = facts.throttlePickupM->value;
    Advice row{Topic::Power, {}, {}, {}};
    std::string words;
    const bool told = school().advanced;
    if (at > corner.turnInM && ours(at)) { // else it is the power after the corner before
        constexpr double kAtOnce = 5;      // m
        const double rest = facts.fullThrottleM ? facts.fullThrottleM->value - at : -1;
        const std::string full = !facts.fullThrottleM || rest < 0 ? ""
                                 : rest < kAtOnce                 ? ", full at once"
                                 : school().numbers               ? ", full " + distance(rest) + " later"
                                                                  : ", and feed it in from there";
        if (told)
            words = said.oneOf(Saying::Power, n, {{"where", fromApex(at - corner.apexM, school())}, {"full", full}});
        constexpr double kShortest = 12; // m: a wedge shorter than that is a blot
        marker(kPowerWedgeMark, OnRoad{at, at + std::max(kShortest, rest)}, "power");
    }
    if (!facts.lifts.empty() && (!lap.liftsOften || lap.liftTold == corner.id)) {
        const auto lift = said.oneOf(lap.liftsOften ? Saying::LiftOften : Saying::LiftAgain, n, {});
        words += (words.empty() || lift.empty() ? "" : " ") + lift;
        if (!lap.liftsOften) row.advised = "later, without the lift";
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
        beat(Topic::Exit, widestAt, said.oneOf(Saying::Exit, n, {{"side", otherSide()}}), "all the road");
    }
}

} // namespace

std::string kindWords(const GuideCorner& c, bool withSide) {
    if (!withSide)
        return c.kind == "tightening" || c.kind == "opening" ? c.kind + " bend"
               : c.kind == "double apex"                     ? "double-apex bend"
                                                             : c.kind;
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
    const DraftMaterial m{from.trace, from.corners, from.facts, track ? &*track : nullptr, from.sidesKnown};
    Said said(guide.school);
    auto lap = ofTheLap(from);
    for (std::size_t i = 0; i < m.corners.size(); ++i) {
        GuideCorner corner;
        static_cast<Corner&>(corner) = m.corners[i];
        corner.id = newId<CornerId>(guide);
        const auto& facts = m.facts[i];
        if (!facts.lifts.empty() && !lap.liftTold) lap.liftTold = corner.id;
        Writer w{guide, m, corner, facts, said, i == 0, corner.number, lap};
        w.approach();
        if (facts.brakeOnsetM && w.ours(facts.brakeOnsetM->value))
            w.braking();
        else if (!facts.brakeOnsetM && !m.trace.brake.empty() && !corner.flat && corner.kind != "kink")
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
