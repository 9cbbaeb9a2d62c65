// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/cut_json.h"

#include "store/kept_members.h"

namespace hl {

using json = nlohmann::ordered_json;

json toJson(const OutlinePart& p) {
    json j = {{"each_corner", p.eachCorner},
              {"sections", listOf(p.sections, [](SectionKind k) { return json(name(k)); })}};
    if (p.which != Which::All) j["which"] = key(p.which);
    return j;
}

OutlinePart outlinePartFrom(const JsonView& v) {
    OutlinePart p{v.flag("each_corner", false), {}};
    for (const auto& kind : v.at("sections").list())
        if (const auto known = sectionKindOf(kind.text()))
            p.sections.push_back(*known);
        else {
            std::string names;
            for (const auto k : kSectionKinds) names += (names.empty() ? "" : ", ") + std::string(name(k));
            kind.tell("is \"" + kind.text() + "\"", "one of " + names);
        }
    if (const auto which = v.find("which")) {
        if (const auto known = whichOf(which->text()))
            p.which = *known;
        else
            which->tell("is \"" + which->text() + "\"", "all, key or others");
    }
    return p;
}

json toJson(const CutWish& w) {
    json j = {{"way", key(w.way)}};
    if (!w.format.empty()) j["format"] = w.format;
    if (w.fastest != 1) j["fastest"] = w.fastest;
    if (w.skipKinks) j["skip_kinks"] = true;
    if (w.lapCues) j["lap_cues"] = true;
    if (!w.complexesAsOne) j["complexes_as_one"] = false;
    if (w.budgetS > 0) j["budget_s"] = w.budgetS;
    return j;
}

CutWish cutWishFrom(const JsonView& v) {
    CutWish w;
    w.format = v.text("format", "");
    if (const auto way = v.find("way")) w.way = wayFrom(*way);
    w.fastest = v.number("fastest", 1);
    w.skipKinks = v.flag("skip_kinks", false), w.lapCues = v.flag("lap_cues", false);
    w.complexesAsOne = v.flag("complexes_as_one", true);
    w.budgetS = v.number("budget_s", 0);
    keepUnknown(w, v.raw(), toJson(w));
    return w;
}

Way wayFrom(const JsonView& v) {
    if (const auto w = wayOf(v.text())) return *w;
    v.tell("is \"" + v.text() + "\"", "slow, stand or full");
    return Way::Slow;
}

json toJson(const SetShot& s) {
    json j = {{"pass", key(s.pass)}, {"at_m", s.atM}, {"to_m", s.toM}, {"rate", s.rate}};
    if (s.standS > 0) j["stand_s"] = s.standS;
    return j;
}

SetShot setShotFrom(const JsonView& v) {
    SetShot s;
    const auto pass = v.text("pass", "walk");
    if (const auto known = passOf(pass))
        s.pass = *known;
    else
        v.tell("is of the pass \"" + pass + "\"", "walk, detail, run, above, recap or faults");
    s.atM = v.number("at_m"), s.toM = v.number("to_m", s.atM);
    s.rate = v.number("rate", 1), s.standS = v.number("stand_s", 0);
    keepUnknown(s, v.raw(), toJson(s));
    return s;
}

} // namespace hl
