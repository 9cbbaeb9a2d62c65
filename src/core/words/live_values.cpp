// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/live_values.h"

#include "core/corner/fact_table.h"
#include "core/units/figures.h"
#include "core/words/draft.h"

#include <algorithm>
#include <cctype>
#include <cmath>

namespace hl {
namespace {

using C = LiveContext;
using F = CornerFacts;

std::string percent(const C& c, Fact fact) {
    const auto v = c.facts ? c.facts->*fact : std::nullopt;
    return v ? figure(100 * v->value) + " percent" : std::string();
}
std::string speed(const C& c, Fact fact) {
    const auto v = c.facts ? c.facts->*fact : std::nullopt;
    const auto unit = c.guide.scene.speedUnit;
    return v ? figure(inUnit(v->value, unit)) + " " + std::string(spoken(unit)) : std::string();
}
std::string gear(const std::optional<int>& g) { return g ? ordinal(*g) : std::string(); }

/// A place by the nearest thing to see, else by the metres of the lap.
std::string place(const C& c, std::optional<double> atM) {
    constexpr double kReachM = 40;
    if (!atM) return {};
    const GuideReference* best = nullptr;
    for (const auto& r : c.guide.references)
        if (!r.label.empty() && std::abs(r.atM - *atM) < (best ? std::abs(best->atM - *atM) : kReachM)) best = &r;
    if (!best) return "at " + spokenDistance(*atM, c.guide.school.distance);
    constexpr double kAtM = 1.5;
    const double past = *atM - best->atM;
    if (std::abs(past) < kAtM) return "at the " + best->label;
    return spokenDistance(std::abs(past), c.guide.school.distance) + (past > 0 ? " after the " : " before the ") +
           best->label;
}
std::string placeOf(const C& c, Fact fact) {
    const auto v = c.facts ? c.facts->*fact : std::nullopt;
    return place(c, v ? std::optional(v->value) : std::nullopt);
}
std::string fromApex(const C& c, Fact fact) {
    const auto v = c.facts && c.corner ? c.facts->*fact : std::nullopt;
    if (!v) return {};
    constexpr double kAtM = 3;
    const double past = v->value - c.corner->apexM;
    if (std::abs(past) < kAtM) return "at the apex";
    return spokenDistance(std::abs(past), c.guide.school.distance) + (past > 0 ? " after" : " before") + " the apex";
}
std::string length(const C& c, Fact fact) {
    const auto v = c.facts ? c.facts->*fact : std::nullopt;
    return v && v->value >= 0 ? spokenDistance(v->value, c.guide.school.distance) : std::string();
}

constexpr LiveValue kValues[] = {
    {"brake point", "where the braking begins, by the nearest reference",
     [](const C& c) { return placeOf(c, &F::brakeOnsetM); }},
    {"brake peak", "the most brake", [](const C& c) { return percent(c, &F::brakePeak); }},
    {"brake off", "where the brake is off", [](const C& c) { return placeOf(c, &F::brakeReleaseM); }},
    {"trail", "how far the brake is carried past the turn-in", [](const C& c) { return length(c, &F::trailM); }},
    {"gear in", "the gear one arrives in", [](const C& c) { return c.facts ? gear(c.facts->entryGear) : ""; }},
    {"gear", "the lowest gear", [](const C& c) { return c.facts ? gear(c.facts->minGear) : ""; }},
    {"turn in", "where one turns in, by the nearest reference",
     [](const C& c) { return place(c, c.corner ? std::optional(c.corner->turnInM) : std::nullopt); }},
    {"speed in", "the speed one arrives with", [](const C& c) { return speed(c, &F::entrySpeed); }},
    {"slowest", "the lowest speed", [](const C& c) { return speed(c, &F::minSpeed); }},
    {"slowest point", "where it is slowest, from the apex", [](const C& c) { return fromApex(c, &F::minSpeedM); }},
    {"speed out", "the speed one leaves with", [](const C& c) { return speed(c, &F::exitSpeed); }},
    {"straight speed", "the speed where the next braking begins",
     [](const C& c) { return speed(c, &F::straightEndSpeed); }},
    {"power", "where the power begins, from the apex", [](const C& c) { return fromApex(c, &F::throttlePickupM); }},
    {"full power", "where it is full, from the apex", [](const C& c) { return fromApex(c, &F::fullThrottleM); }},
    {"side", "left or right", [](const C& c) { return c.corner ? std::string(name(c.corner->side)) : ""; }},
    {"corner", "the corner's name, else its number",
     [](const C& c) {
         if (!c.corner) return std::string();
         return c.corner->name.empty() ? "turn " + std::to_string(c.corner->number) : c.corner->name;
     }},
    {"car", "the car", [](const C& c) { return c.guide.scene.car; }},
    {"track", "the track", [](const C& c) { return c.guide.scene.track; }}};

std::string plainName(std::string_view s) {
    std::string out;
    for (const char k : s)
        if (std::isspace(static_cast<unsigned char>(k)) == 0)
            out += static_cast<char>(std::tolower(static_cast<unsigned char>(k)));
        else if (!out.empty() && out.back() != ' ')
            out += ' ';
    while (!out.empty() && out.back() == ' ') out.pop_back();
    return out;
}

} // namespace

std::span<const LiveValue> liveValues() { return kValues; }

const LiveValue* liveValueNamed(std::string_view name) {
    const auto plain = plainName(name);
    for (const auto& v : kValues)
        if (v.name == plain) return &v;
    return nullptr;
}

std::size_t LiveText::source(std::size_t byte, bool end) const {
    std::ptrdiff_t moved = 0;
    for (const auto& s : spans) {
        if (byte < s.from || (byte == s.from && end)) break;
        if (byte < s.to || (byte == s.to && end))
            return byte == s.from ? s.sourceFrom : end ? s.sourceTo : s.sourceFrom;
        moved = static_cast<std::ptrdiff_t>(s.sourceTo) - static_cast<std::ptrdiff_t>(s.to);
    }
    return static_cast<std::size_t>(static_cast<std::ptrdiff_t>(byte) + moved);
}

LiveText withLiveValues(const std::string& words, const LiveContext& context) {
    constexpr std::string_view kNotKnown = "\u2026";
    LiveText out;
    std::size_t at = 0;
    while (at < words.size()) {
        const auto open = words.find('{', at), close = open == std::string::npos ? open : words.find('}', open);
        if (close == std::string::npos) break;
        out.text += words.substr(at, open - at);
        const auto* value = liveValueNamed(std::string_view(words).substr(open + 1, close - open - 1));
        auto said = value ? value->words(context) : std::string();
        // At the beginning of a sentence as one writes there.
        const auto last = out.text.find_last_not_of(' ');
        if (!said.empty() &&
            (last == std::string::npos || std::string_view(".!?").find(out.text[last]) != std::string_view::npos))
            said[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(said[0])));
        LiveSpan span{out.text.size(), 0, open, close + 1, !said.empty()};
        out.text += said.empty() ? kNotKnown : said;
        span.to = out.text.size();
        out.spans.push_back(span);
        at = close + 1;
    }
    out.text += words.substr(at);
    return out;
}

Guide asSaid(Guide g, const MeasuredCorners& measured) {
    const Guide written = g;
    eachBeat(g, [&](Beat& b, const GuideCorner* c) {
        for (auto* text : {&b.words, &b.cue, &b.caption})
            if (text->find('{') != std::string::npos)
                *text = withLiveValues(*text, {written, c, c ? measured.of(*c) : nullptr}).text;
    });
    return g;
}

LiveText asSaid(const Guide& g, const MeasuredCorners& measured, BeatId id) {
    const auto* b = beatWith(g, id);
    const auto* c = cornerOf(g, id);
    return b ? withLiveValues(b->words, {g, c, c ? measured.of(*c) : nullptr}) : LiveText{};
}

} // namespace hl
