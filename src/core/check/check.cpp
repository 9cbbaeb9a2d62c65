// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/check/check.h"

#include "core/guide/edition.h"
#include "core/units/numbers.h"
#include "core/words/live_values.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Check kChecks[] = {
    contradictedWords, wordsAgainstEachOther, markersThatDisagree, takesThatContradict, strangeReferences,
    unspokenTakes,     missingCautions,       unsureTies,          guessedSides,        noThings,
    silentCorners,     missingAdvice,         fragileReferences,   missingWetNotes,     namesNotAllowed};

struct RuleGroup {
    std::string_view begins;
    ToDo toDo;
};
constexpr RuleGroup kGroups[] = {
    {"claims.", ToDo::PutRight},    {"markers.", ToDo::PutRight},      {"words.", ToDo::PutRight},
    {"take.", ToDo::PutRight},      {"voice.", ToDo::PutRight},        {"names.", ToDo::PutRight},
    {"parts.", ToDo::Complete},     {"cautions.", ToDo::Complete},     {"references.", ToDo::MakeSure},
    {"wet.", ToDo::MakeSure},       {"sides.", ToDo::MakeSure},        {"sight.", ToDo::MakeReadable},
    {"marks.", ToDo::MakeReadable}, {"captions.", ToDo::MakeReadable}, {"length.", ToDo::Shorten},
    {"room.", ToDo::Shorten}};

} // namespace

std::string_view name(Severity s) {
    constexpr std::string_view names[] = {"wrong", "warn", "note"};
    return names[static_cast<std::size_t>(s)];
}

std::string_view key(ToDo what) {
    constexpr std::string_view keys[] = {"put-right", "complete", "make-sure", "make-readable", "shorten"};
    return keys[static_cast<std::size_t>(what)];
}

ToDo toDo(const Finding& f) {
    for (const auto& g : kGroups)
        if (f.rule.starts_with(g.begins)) return g.toDo;
    return ToDo::MakeSure;
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

Checked::Checked(const Guide& g, const MeasuredCorners& m, const GuideClaims& c) : guide(g), measured(m), claims(c) {
    for (const auto& corner : guide.corners) {
        if (!measured.of(corner)) continue;
        for (const auto& b : corner.beats) {
            if (!isSaid(guide, b)) continue;
            for (const auto which : kBeatTexts) {
                const auto* text = &textOf(b, which);
                if (text->empty() || (which == BeatText::Caption && b.caption == b.words)) continue;
                texts.push_back({&corner, &b, which, text, claims.of(*text, b, corner)});
            }
        }
    }
}

std::vector<Finding> checkGuide(const Guide& guide, const MeasuredCorners& measured, WholeLap lap) {
    return checkGuide(guide, measured, GuideClaims(asSaid(guide, measured), measured, lap));
}

std::vector<Finding> checkGuide(const Guide& written, const MeasuredCorners& measured, const GuideClaims& claims) {
    auto all = unknownValues(written, measured);
    const auto guide = asSaid(written, measured);
    const Checked checked(guide, measured, claims);
    for (const auto check : kChecks) {
        auto found = check(checked);
        all.insert(all.end(), std::make_move_iterator(found.begin()), std::make_move_iterator(found.end()));
    }
    return all;
}

std::vector<Finding> withAnswers(std::vector<Finding> findings, const Guide& g) {
    for (auto& f : findings)
        for (const auto& answer : g.onPurpose)
            if (answer.rule == f.rule && answer.corner == f.corner && (!answer.beat || answer.beat == f.beat)) {
                f.severity = Severity::Note;
                f.message += "; on purpose: " + answer.why;
                break;
            }
    return findings;
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
