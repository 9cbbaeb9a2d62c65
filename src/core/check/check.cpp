// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/check/check.h"

#include "core/claims/claim_reader.h"
#include "core/units/numbers.h"
#include "core/words/live_values.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <set>

namespace hl {
namespace {

constexpr Check kChecks[] = {contradictedWords, missingCautions, fragileReferences, silentCorners, unspokenTakes};

template <class F> void eachOfCorners(const Guide& g, const MeasuredCorners& measured, F f) {
    for (const auto& c : g.corners)
        if (const auto* facts = measured.of(c))
            for (const auto& b : c.beats) f(c, *facts, b);
}

} // namespace

std::string_view name(Severity s) {
    constexpr std::string_view names[] = {"wrong", "warn", "note"};
    return names[static_cast<std::size_t>(s)];
}

namespace {

std::string ruleOf(ClaimKind kind) {
    return "claims." + std::string(kind == ClaimKind::BrakePct ? "brake" : key(kind));
}

/// Words that may also be meant as advice contradict nothing that the advice says.
bool fitsOtherwise(Claim claim, const ClaimFacts& facts, int corner) {
    const auto& also = claim.alsoAs;
    if (std::find(also.begin(), also.end(), Stance::Advised) == also.end()) return false;
    claim.stance = Stance::Advised;
    holdAgainst(claim, facts, corner);
    return claim.verdict == Verdict::Agrees;
}

std::string quotedSpan(const std::string& text, const Claim& c) {
    std::size_t point = 0, from = text.size(), to = text.size();
    for (std::size_t i = 0; i < text.size(); ++i) {
        if ((text[i] & 0xC0) == 0x80) continue;
        if (point == c.from) from = i;
        if (point == c.to) to = i;
        ++point;
    }
    return text.substr(from, to - from);
}

} // namespace

std::vector<Finding> contradictedWords(const Guide& g, const MeasuredCorners& measured) {
    std::vector<Finding> found;
    const auto facts = claimFactsOf(g, measured, kNaN, kNaN);
    const ClaimReader reader(facts);
    eachOfCorners(g, measured, [&](const GuideCorner& c, const CornerFacts&, const Beat& b) {
        for (const auto* text : {&b.words, &b.cue})
            for (auto claim : reader.read(*text, c.number)) {
                holdAgainst(claim, facts, c.number, b.atM);
                if (claim.verdict != Verdict::Differs || fitsOtherwise(claim, facts, c.number)) continue;
                const auto said = quotedSpan(*text, claim);
                found.push_back({ruleOf(claim.kind), Severity::Wrong, c.id, b.id, "words",
                                 title(c) + ": the words say \"" + said + "\", " +
                                     (claim.byAdvice ? "the advice says " : "the lap shows ") + claim.measured,
                                 said, claim.measured});
            }
    });
    return found;
}

std::vector<Finding> missingCautions(const Guide& g, const MeasuredCorners&) {
    std::vector<Finding> found;
    if (nothingSaid(g.scene.conditions))
        found.push_back({"parts.conditions",
                         Severity::Warn,
                         {},
                         {},
                         "scene",
                         "The guide does not say in which conditions it was filmed",
                         "",
                         ""});
    if (!g.scene.realTrack) return found;
    for (const auto& c : g.corners)
        if (c.consequence == 0)
            found.push_back({"cautions.consequence",
                             Severity::Warn,
                             c.id,
                             {},
                             "corner",
                             title(c) + " has no consequence rating, and this is a real track",
                             "",
                             ""});
    return found;
}

std::vector<Finding> fragileReferences(const Guide& g, const MeasuredCorners&) {
    std::vector<Finding> found;
    for (const auto& c : g.corners)
        for (const auto& a : c.advice) {
            const auto* r = referenceWith(g, a.first);
            if (!r || r->lasts == "permanent" || a.lookFor.empty() || !a.backup.empty() || a.second) continue;
            found.push_back({"references.fragile",
                             Severity::Note,
                             c.id,
                             {},
                             std::string(key(a.topic)),
                             title(c) + ", " + std::string(key(a.topic)) + ": relies on the " + r->label +
                                 ", which may be moved, and names nothing for when it is gone",
                             r->label,
                             r->lasts});
        }
    return found;
}

std::vector<Finding> silentCorners(const Guide& g, const MeasuredCorners&) {
    std::vector<Finding> found;
    for (const auto& c : g.corners)
        if (c.kind != "kink" &&
            std::all_of(c.beats.begin(), c.beats.end(), [](const Beat& b) { return b.words.empty(); }))
            found.push_back({"parts.silent", Severity::Warn, c.id, {}, "words", title(c) + " has no words", "", ""});
    return found;
}

std::vector<Finding> unspokenTakes(const Guide& g, const MeasuredCorners&) {
    std::vector<Finding> found;
    const auto heard = [](const std::string& text) {
        std::string plain;
        for (const char k : text)
            if (std::isalnum(static_cast<unsigned char>(k)) != 0 || (k & 0x80) != 0)
                plain += static_cast<char>(std::tolower(static_cast<unsigned char>(k)));
        return plain;
    };
    eachBeat(g, [&](const Beat& b, const GuideCorner* c) {
        if (b.takes.empty() || heard(b.takes.front().text) == heard(b.words)) return;
        const auto where = c ? title(*c) : std::string("The guide");
        found.push_back({"take.other-words", b.words.empty() ? Severity::Note : Severity::Warn, c ? c->id : CornerId{},
                         b.id, "words",
                         b.words.empty() ? where + ": a take has no words typed to it, it will have no captions"
                                         : where + ": the take says \"" + b.takes.front().text +
                                               "\", the words now say \"" + b.words + "\"",
                         b.takes.front().text, b.words});
    });
    return found;
}

std::vector<Finding> unknownValues(const Guide& g, const MeasuredCorners& measured) {
    std::vector<Finding> found;
    eachBeat(g, [&](const Beat& b, const GuideCorner* c) {
        for (const auto* text : {&b.words, &b.cue, &b.caption})
            for (const auto& s : withLiveValues(*text, {g, c, c ? measured.of(*c) : nullptr}).spans) {
                if (s.known) continue;
                const auto name = text->substr(s.sourceFrom, s.sourceTo - s.sourceFrom);
                const bool is = liveValueNamed(name.substr(1, name.size() - 2)) != nullptr;
                found.push_back({"words.value", Severity::Wrong, c ? c->id : CornerId{}, b.id, "words",
                                 (c ? title(*c) : std::string("The guide")) + ": " + name +
                                     (is ? " cannot be told from this lap" : " is no value that is known here"),
                                 name, ""});
            }
    });
    return found;
}

std::vector<Finding> checkGuide(const Guide& written, const MeasuredCorners& measured) {
    auto all = unknownValues(written, measured);
    const auto guide = asSaid(written, measured);
    for (const auto check : kChecks) {
        auto found = check(guide, measured);
        all.insert(all.end(), std::make_move_iterator(found.begin()), std::make_move_iterator(found.end()));
    }
    return all;
}

std::vector<Finding> unheardWords(const Speeches& speeches, const Guide& g) {
    std::vector<Finding> found;
    eachBeat(g, [&](const Beat& b, const GuideCorner* c) {
        const auto where = c ? title(*c) : std::string("The guide");
        const auto id = c ? c->id : CornerId{};
        for (const bool cue : {false, true})
            if (const auto s = speeches.of(b.id, cue); s && !s->failure.empty())
                found.push_back(
                    {"voice.unheard", Severity::Wrong, id, b.id, "words",
                     where + ": \"" + s->text.substr(0, s->text.find(' ', 40)) + "\" will not be heard: " + s->failure,
                     "", ""});
            else if (s && !s->lacking.empty())
                found.push_back({"take.lacking", Severity::Wrong, id, b.id, "words",
                                 where + ": a take is not heard, the scratch voice speaks instead: " + s->lacking, "",
                                 ""});
    });
    return found;
}

} // namespace hl
