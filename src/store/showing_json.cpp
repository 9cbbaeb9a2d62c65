// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/showing_json.h"

namespace hl {
namespace {

using json = nlohmann::ordered_json;

Showing showingFrom(const JsonView& v, const char* member) {
    Showing s;
    const auto there = v.find(member);
    if (!there) return s;
    if (const auto full = there->find("full")) s.full = pictureFrom(*full);
    if (const auto inset = there->find("inset")) s.inset = pictureFrom(*inset);
    return s;
}

} // namespace

PictureOf pictureFrom(const JsonView& v) {
    if (const auto p = pictureOf(v.text())) return *p;
    v.tell("is \"" + v.text() + "\"", "film, film with its id (\"film 4\"), plan or nothing");
    return {};
}

json toJson(const Showing& s) { return {{"full", text(s.full)}, {"inset", text(s.inset)}}; }

json toJson(const Showings& s) {
    return {{"walk", toJson(s.walk)},
            {"run", toJson(s.run)},
            {"lap", toJson(s.lap)},
            {"gauges", s.gauges},
            {"over", {{"log", s.over.log}, {"lap", s.over.lap}, {"by", key(s.over.by)}}}};
}

Showings showingsFrom(const JsonView& v) {
    Showings s;
    s.walk = showingFrom(v, "walk"), s.run = showingFrom(v, "run"), s.lap = showingFrom(v, "lap");
    if (const auto gauges = v.find("gauges")) {
        s.gauges.clear();
        for (const auto& g : gauges->list()) s.gauges.push_back(g.text());
    }
    if (const auto over = v.find("over")) {
        s.over.log = over->text("log", ""), s.over.lap = over->whole("lap", 0);
        const auto by = over->text("by", "time");
        if (const auto known = equalOf(by))
            s.over.by = *known;
        else
            over->tell("is by \"" + by + "\"", "time or distance");
    }
    return s;
}

json toJson(const KeepClear& k) {
    return {{"x_px", k.xPx}, {"y_px", k.yPx}, {"w_px", k.widthPx}, {"h_px", k.heightPx}, {"what", k.what}};
}

KeepClear keepClearFrom(const JsonView& v) {
    return {v.number("x_px"), v.number("y_px"), v.number("w_px"), v.number("h_px"), v.text("what", "")};
}

} // namespace hl
