// SPDX-License-Identifier: GPL-3.0-or-later
// What a guide must not go without, and what must not stand in it.
#include "core/check/check.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <filesystem>

namespace hl {

bool isSilent(const GuideCorner& c) {
    return c.kind != "kink" &&
           std::all_of(c.beats.begin(), c.beats.end(), [](const Beat& b) { return b.words.empty(); });
}

bool isUnrated(const Guide& g, const GuideCorner& c) { return g.scene.realTrack && c.consequence == 0; }

std::vector<Finding> missingCautions(const Checked& checked) {
    const auto& g = checked.guide;
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
    if (!g.scene.realSaid)
        found.push_back({"cautions.real",
                         Severity::Warn,
                         {},
                         {},
                         "scene",
                         "Nobody said whether this is a real circuit: a guide of one needs its cautions",
                         "",
                         ""});
    for (const auto& c : g.corners)
        if (isUnrated(g, c))
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

std::vector<Finding> unsureTies(const Checked& checked) {
    std::vector<Finding> found;
    for (const auto& f : checked.guide.sources.films) {
        if (f.role == FilmRole::Foot || f.tie.sure()) continue; // a film on foot goes by places alone
        const auto file = std::filesystem::path(f.file).filename().string();
        found.push_back({"parts.tie",
                         Severity::Warn,
                         {},
                         {},
                         "line-up",
                         "The film " + file +
                             " is not surely tied to the log: what is told and marked may be of "
                             "another place than it shows",
                         file,
                         ""});
    }
    return found;
}

std::vector<Finding> noThings(const Checked& checked) {
    const auto& g = checked.guide;
    const auto listed = [](const GuideReference& r) { return r.kind != "kerb start" && r.kind != "kerb end"; };
    const bool brakes = std::any_of(g.corners.begin(), g.corners.end(), [&](const GuideCorner& c) {
        const auto* f = checked.measured.of(c);
        return f && f->brakeOnsetM;
    });
    if (!brakes || std::any_of(g.references.begin(), g.references.end(), listed)) return {};
    return {
        {"references.none",
         Severity::Note,
         {},
         {},
         "markers",
         "No things to look for are listed, so braking points are only metres: click things in the film, or name them "
         "in the corner sheet",
         "",
         ""}};
}

std::vector<Finding> guessedSides(const Checked& checked) {
    if (checked.measured.sidesKnown) return {};
    return {{"sides.guessed",
             Severity::Warn,
             {},
             {},
             "line-up",
             std::string(kSidesGuessed) + ". Look at the film, and say in Line-up whether they are so or turned round",
             "",
             ""}};
}

std::vector<Finding> fragileReferences(const Checked& checked) {
    const auto& g = checked.guide;
    std::vector<Finding> found;
    for (const auto& c : g.corners) {
        std::vector<std::pair<const GuideReference*, std::string>> lonely; // and what goes by it
        for (const auto& a : c.advice) {
            const auto* r = referenceWith(g, a.first);
            if (!r || r->lasts == "permanent" || a.lookFor.empty() || !a.backup.empty() || a.second) continue;
            const auto known = std::find_if(lonely.begin(), lonely.end(), [&](const auto& l) { return l.first == r; });
            if (known == lonely.end())
                lonely.emplace_back(r, key(a.topic));
            else
                known->second += ", " + std::string(key(a.topic));
        }
        for (const auto& [r, topics] : lonely)
            found.push_back({"references.fragile",
                             Severity::Note,
                             c.id,
                             {},
                             topics,
                             title(c) + " (" + topics + ") relies on the " + r->label +
                                 ", which may be moved, and names nothing for when it is gone",
                             r->label,
                             r->lasts});
    }
    return found;
}

std::vector<Finding> silentCorners(const Checked& checked) {
    const auto& g = checked.guide;
    std::vector<Finding> found;
    for (const auto& c : g.corners)
        if (isSilent(c))
            found.push_back({"parts.silent", Severity::Warn, c.id, {}, "words", title(c) + " has no words", "", ""});
    return found;
}

std::vector<Finding> missingAdvice(const Checked& checked) {
    std::vector<Finding> found;
    if (!checked.guide.school.advanced || checked.guide.edition.depth == Depth::Basic) return found;
    for (const auto& c : checked.guide.corners) {
        const auto* f = checked.measured.of(c);
        if (!f || c.kind == "kink") continue;
        const auto says = [&](std::initializer_list<Topic> topics) {
            return std::any_of(c.beats.begin(), c.beats.end(), [&](const Beat& b) {
                return !b.words.empty() && std::count(topics.begin(), topics.end(), b.topic) > 0;
            });
        };
        const bool spoken = std::any_of(c.beats.begin(), c.beats.end(), [](const Beat& b) { return !b.words.empty(); });
        if (!spoken) continue; // told as a silent corner
        const auto lacks = [&](std::string_view what) {
            found.push_back({"parts.topic",
                             Severity::Note,
                             c.id,
                             {},
                             "words",
                             title(c) + ": nothing is said of " + std::string(what),
                             "",
                             ""});
        };
        if (f->brakePeak && !says({Topic::Brake})) lacks("the braking");
        if (!says({Topic::TurnIn, Topic::Apex, Topic::Slowest})) lacks("turn-in or apex");
        if (f->fullThrottleM && !says({Topic::Power, Topic::Exit})) lacks("the power");
    }
    return found;
}

std::vector<Finding> missingWetNotes(const Checked& checked) {
    std::vector<Finding> found;
    constexpr double kAheadM = 60;
    const double lapM = checked.claims.facts().lengthM.value_or(0);
    for (const auto& c : checked.guide.corners) {
        const auto slippery = [](const std::string& text) {
            return text.find("paint") != text.npos || text.find("line") == 0 || text.find("kerb") != text.npos;
        };
        std::string what;
        for (const auto& r : checked.guide.references)
            if (const double at = ringPlace(r.atM, c.turnInM, lapM);
                at > c.startM - kAheadM && at < c.endM && r.kind.find("paint") != r.kind.npos)
                what = "the " + r.label;
        for (const auto& a : c.advice)
            if (what.empty() && slippery(a.lookFor) && a.lookFor.find("paint") != a.lookFor.npos) what = a.lookFor;
        for (const auto& b : c.beats)
            if (what.empty() && b.words.find("paint") != b.words.npos) what = "paint";
        if (what.empty()) continue;
        const auto tells = [](const std::string& text) {
            return text.find("wet") != text.npos || text.find("rain") != text.npos || text.find("damp") != text.npos;
        };
        const bool told =
            std::any_of(c.beats.begin(), c.beats.end(), [&](const Beat& b) { return tells(b.words); }) ||
            std::any_of(c.advice.begin(), c.advice.end(), [&](const Advice& a) { return tells(a.advised); }) ||
            std::any_of(c.markers.begin(), c.markers.end(), [](const Marker& m) { return m.only.variant == "wet"; }) ||
            c.otherAdvice.count("wet") > 0;
        if (!told)
            found.push_back({"wet.paint",
                             Severity::Note,
                             c.id,
                             {},
                             "words",
                             title(c) + " goes by " + what + ", and nothing is said of it in the wet",
                             what,
                             ""});
    }
    return found;
}

namespace {

bool hasName(const std::string& text, const std::string& name) {
    const auto same = [](char a, char b) {
        return std::tolower(static_cast<unsigned char>(a)) == std::tolower(static_cast<unsigned char>(b));
    };
    const auto letter = [](char c) { return std::isalnum(static_cast<unsigned char>(c)) != 0 || (c & 0x80) != 0; };
    for (auto it = text.begin();; ++it) {
        it = std::search(it, text.end(), name.begin(), name.end(), same);
        if (it == text.end()) return false;
        const auto behind = it + static_cast<std::ptrdiff_t>(name.size());
        if ((it == text.begin() || !letter(*(it - 1))) && (behind == text.end() || !letter(*behind))) return true;
    }
}

} // namespace

std::vector<Finding> namesNotAllowed(const Checked& checked) {
    std::vector<Finding> found;
    const auto& g = checked.guide;
    const auto look = [&](const std::string& text, std::string_view where, const GuideCorner* c, BeatId beat) {
        for (const auto& name : g.notAllowed)
            if (!name.empty() && hasName(text, name))
                found.push_back({"names.not-allowed", Severity::Wrong, c ? c->id : CornerId{}, beat, std::string(where),
                                 (c ? title(*c) : std::string("The guide")) + ": \"" + name + "\" is not to be named",
                                 name, ""});
    };
    look(g.scene.title, "scene", nullptr, {}), look(g.scene.car, "scene", nullptr, {});
    eachBeat(g, [&](const Beat& b, const GuideCorner* c) {
        for (const auto* text : {&b.words, &b.cue, &b.caption}) look(*text, "words", c, b.id);
    });
    for (const auto& c : g.corners) {
        look(c.name, "corner", &c, {});
        for (const auto& m : c.markers) look(m.label, "marker " + std::to_string(m.id.value), &c, {});
        for (const auto& a : c.advice) {
            look(a.advised, key(a.topic), &c, {});
            look(a.lookFor, key(a.topic), &c, {});
        }
        for (const auto& [variant, rows] : c.otherAdvice)
            for (const auto& a : rows) {
                look(a.advised, key(a.topic), &c, {});
                look(a.lookFor, key(a.topic), &c, {});
            }
    }
    return found;
}

} // namespace hl
