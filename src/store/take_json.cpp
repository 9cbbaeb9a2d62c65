// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/take_json.h"

#include "core/units/numbers.h"

namespace hl {
namespace {

using json = nlohmann::ordered_json;

double ms(double s) { return rounded(s, 3); }

} // namespace

json toJson(const Take& t) {
    json words = json::array(), slips = json::array(), cuts = json::array();
    for (const auto& w : t.words) words.push_back({{"from", w.from}, {"start_s", ms(w.startS)}, {"end_s", ms(w.endS)}});
    for (const auto& s : t.slips)
        slips.push_back(
            {{"from", s.from}, {"to", s.to}, {"heard", s.heard}, {"start_s", ms(s.startS)}, {"end_s", ms(s.endS)}});
    for (const auto& c : t.cuts) cuts.push_back({{"from_s", ms(c.fromS)}, {"to_s", ms(c.toS)}});
    return {{"file", t.file}, {"from_s", ms(t.fromS)}, {"to_s", ms(t.toS)}, {"text", t.text},
            {"words", words}, {"slips", slips},        {"cuts", cuts},      {"longest_pause_s", t.longestPauseS}};
}

Take takeFrom(const JsonView& v) {
    Take t;
    t.file = v.text("file"), t.fromS = v.number("from_s"), t.toS = v.number("to_s"), t.text = v.text("text", "");
    const auto byte = [&](const JsonView& of, const char* member) {
        const int at = of.whole(member);
        if (at < 0 || static_cast<std::size_t>(at) > t.text.size())
            of.tell("has " + std::string(member) + " " + std::to_string(at), "a byte of the take's text");
        return static_cast<std::size_t>(std::clamp(at, 0, static_cast<int>(t.text.size())));
    };
    if (const auto words = v.find("words"))
        for (const auto& w : words->list())
            t.words.push_back({byte(w, "from"), w.number("start_s"), w.number("end_s")});
    if (const auto slips = v.find("slips"))
        for (const auto& s : slips->list())
            t.slips.push_back(
                {byte(s, "from"), byte(s, "to"), s.text("heard", ""), s.number("start_s"), s.number("end_s")});
    if (const auto cuts = v.find("cuts"))
        for (const auto& c : cuts->list()) t.cuts.push_back({c.number("from_s"), c.number("to_s")});
    if (const auto pause = v.find("longest_pause_s")) t.longestPauseS = v.number("longest_pause_s");
    return t;
}

} // namespace hl
