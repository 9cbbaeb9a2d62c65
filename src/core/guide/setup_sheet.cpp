// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/setup_sheet.h"

#include "core/log/csv_cells.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cctype>

namespace hl {
namespace {

/// Letters and figures only, in small letters.
std::string bare(std::string_view text) {
    std::string s;
    for (const char c : text) {
        const auto u = static_cast<unsigned char>(c);
        if (std::isalnum(u) || u >= 0x80) s += static_cast<char>(u < 0x80 ? std::tolower(u) : u);
    }
    return s;
}

std::optional<double> numberOf(const std::string& text) {
    return parseNumber(text, text.find(',') != std::string::npos && text.find('.') == std::string::npos);
}

bool sameValue(const SetupRow& a, const SetupRow& b) {
    const auto x = numberOf(a.value), y = numberOf(b.value);
    if (bare(a.unit) != bare(b.unit)) return false;
    return x && y ? std::abs(*x - *y) <= 1e-9 * std::max(1.0, std::abs(*x))
                  : trimmedCell(a.value) == trimmedCell(b.value);
}

void sentence(std::string& to, std::string_view part) {
    if (part.empty()) return;
    if (!to.empty()) to += ' ';
    to += part;
    if (std::string_view(".!?:").find(to.back()) == std::string_view::npos) to += '.';
}

} // namespace

bool sameSetting(std::string_view a, std::string_view b) { return bare(a) == bare(b); }

std::string valueText(const SetupRow& row) {
    return row.value + (row.unit.empty() || row.value.empty() ? "" : " " + row.unit);
}

std::string text(const SetupRule& rule) {
    std::string s(trimmedCell(rule.when));
    if (!s.starts_with("If ") && !s.starts_with("if ")) s = "If " + s;
    s.front() = 'I';
    return s + (rule.up ? ": up" : ": down") + (rule.step.empty() ? " a little" : " by " + rule.step);
}

std::string rulesText(const std::vector<SetupRule>& rules) {
    std::string s;
    for (const auto& r : rules)
        s += (s.empty() ? "" : "; ") + r.when + (r.up ? ": up" : ": down") + (r.step.empty() ? "" : " by " + r.step);
    return s;
}

std::optional<std::vector<SetupRule>> rulesFrom(std::string_view text) {
    std::vector<SetupRule> rules;
    while (!trimmedCell(text).empty()) {
        const auto end = std::min(text.find(';'), text.size());
        const auto one = trimmedCell(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
        if (one.empty()) continue;
        const auto colon = one.rfind(':');
        if (colon == std::string_view::npos) return std::nullopt;
        auto then = trimmedCell(one.substr(colon + 1));
        SetupRule rule{std::string(trimmedCell(one.substr(0, colon))), then.starts_with("up"), {}};
        if (rule.when.empty() || (!rule.up && !then.starts_with("down"))) return std::nullopt;
        then = trimmedCell(then.substr(rule.up ? 2 : 4));
        if (then.starts_with("by ")) then = trimmedCell(then.substr(3));
        if (then != "a little") rule.step = then;
        rules.push_back(std::move(rule));
    }
    return rules;
}

std::string spokenText(const SetupRow& row) {
    std::string s;
    sentence(s, row.name + (row.value.empty() ? "" : ": " + valueText(row)));
    if (!row.usual.empty() && !row.value.empty()) {
        const auto v = numberOf(row.value), usual = numberOf(row.usual);
        if (v && usual && *v != *usual)
            sentence(s, std::string(*v > *usual ? "More" : "Less") + " than the usual " + row.usual);
        else if (!v && row.usual != row.value)
            sentence(s, "The usual is " + row.usual);
    }
    sentence(s, row.why);
    for (const auto& r : row.rules) sentence(s, text(r));
    return s;
}

std::vector<SetupDifference> differences(const SetupSheet& here, const SetupSheet& there) {
    std::vector<SetupDifference> out;
    const auto find = [](const SetupSheet& sheet, const SetupRow& row) {
        return std::find_if(sheet.begin(), sheet.end(),
                            [&](const SetupRow& r) { return sameSetting(r.name, row.name); });
    };
    for (const auto& row : here) {
        const auto other = find(there, row);
        if (other == there.end())
            out.push_back({row.name, valueText(row), "", std::nullopt});
        else if (!sameValue(row, *other)) {
            const auto x = numberOf(row.value), y = numberOf(other->value);
            const bool oneUnit = bare(row.unit) == bare(other->unit);
            out.push_back({row.name, valueText(row), valueText(*other),
                           x && y && oneUnit ? std::optional(*y - *x) : std::nullopt});
        }
    }
    for (const auto& row : there)
        if (find(here, row) == here.end()) out.push_back({row.name, "", valueText(row), std::nullopt});
    return out;
}

} // namespace hl
