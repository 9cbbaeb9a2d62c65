// SPDX-License-Identifier: GPL-3.0-or-later
#include "publish/page.h"

#include "core/words/captions.h"
#include "core/words/draft.h"
#include "core/words/live_values.h"
#include "picture/tokens.h"
#include "store/facts_json.h"

#include <cmath>
#include <kainjow/mustache.hpp>
#include <nlohmann/json.hpp>
#include <QFile>

namespace hl {
namespace {

using kainjow::mustache::data;
using kainjow::mustache::mustache;
using json = nlohmann::ordered_json;

std::string resource(const char* name) {
    QFile f(QStringLiteral(":/page/") + QString::fromLatin1(name));
    if (!f.open(QIODevice::ReadOnly)) return {};
    return f.readAll().toStdString();
}

std::string minutes(double s, int decimals) {
    char text[32];
    std::snprintf(text, sizeof text, "%d:%0*.*f", static_cast<int>(s / 60), decimals ? 3 + decimals : 2, decimals,
                  s - 60 * std::floor(s / 60));
    return text;
}

/// JSON that may stand inside a script element.
std::string inScript(const json& j) {
    auto s = j.dump(-1, ' ', false, json::error_handler_t::replace);
    for (auto at = s.find("</"); at != std::string::npos; at = s.find("</", at + 3)) s.replace(at, 2, "<\\/");
    return s;
}

std::string rowName(Topic t) {
    switch (t) {
    case Topic::TurnIn: return "Turn-in";
    case Topic::Brake: return "Brake";
    default: {
        std::string s(key(t));
        s[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(s[0])));
        return s;
    }
    }
}

data rowsOf(const GuideCorner& c, const CornerFacts& f, SpeedUnit unit) {
    data rows{data::type::list};
    for (const Topic t : kTopics) {
        const auto driven = drivenText(t, c, f, unit);
        const auto a = std::find_if(c.advice.begin(), c.advice.end(), [&](const Advice& x) { return x.topic == t; });
        const bool advised = a != c.advice.end() && !(a->advised.empty() && a->lookFor.empty() && a->picture.empty());
        if (driven.empty() && !advised) continue;
        data row;
        row.set("row", rowName(t));
        row.set("driven", driven);
        const bool differs = a != c.advice.end() && !a->advised.empty();
        row.set("differs", differs ? data::type::bool_true : data::type::bool_false);
        row.set("advised", differs ? a->advised : "");
        row.set("look", a != c.advice.end() ? a->lookFor : "");
        if (a != c.advice.end() && !a->backup.empty()) row.set("backup", a->backup);
        if (a != c.advice.end() && !a->picture.empty()) row.set("picture", lookForName(c, t));
        rows.push_back(row);
    }
    return rows;
}

void setConditions(data& page, const Guide& g) {
    if (nothingSaid(g.scene.conditions)) return;
    data rows{data::type::list};
    for (const auto& r : rowsOf(g.scene.conditions, g.scene.speedUnit)) {
        data row;
        row.set("label", r.label);
        row.set("value", r.value);
        rows.push_back(row);
    }
    data conditions;
    conditions.set("rows", rows);
    conditions.set("heading", g.scene.drivenDay.empty() ? "Driven in these conditions" : "For these conditions");
    if (!g.scene.drivenDay.empty())
        conditions.set("driven", "The lap you see was driven otherwise: " + g.scene.drivenDay + ".");
    page.set("conditions", conditions);
}

void setSetup(data& page, const SetupSheet& sheet) {
    if (sheet.empty()) return;
    data rows{data::type::list};
    for (const auto& r : sheet) {
        data row;
        row.set("name", r.name);
        row.set("value", valueText(r));
        row.set("usual", r.usual);
        row.set("why", r.why);
        data rules{data::type::list};
        for (const auto& rule : r.rules) {
            data one;
            one.set("rule", text(rule));
            rules.push_back(one);
        }
        row.set("rules", rules);
        rows.push_back(row);
    }
    data setup;
    setup.set("rows", rows);
    page.set("setup", setup);
}

/// What the page's script knows corners by; 0 for the whole lap.
int numberOf(const Guide& g, CornerId id) {
    const auto* c = cornerWith(g, id);
    return c ? c->number : 0;
}

double startOf(const Cut& cut, CornerId corner) {
    const auto* s = sectionOf(cut, corner);
    return s ? seconds(s->start) : 0;
}

/// The corner's piece of the film, as a media fragment (W3C Media Fragments 1.0).
std::string pieceOf(const Cut& cut, CornerId corner) {
    double from = -1, to = -1;
    for (const auto& s : cut.sections)
        if (shows(s, corner)) {
            if (from < 0) from = seconds(s.start);
            to = seconds(s.end);
        }
    if (from < 0) return "guide.mp4";
    char text[64];
    std::snprintf(text, sizeof text, "guide.mp4#t=%.2f,%.2f", from, to);
    return text;
}

std::string styled() {
    auto css = resource("page.css");
    const std::pair<const char*, QRgb> colours[] = {
        {"@marsh900", look::kMarsh900}, {"@marsh800", look::kMarsh800}, {"@marsh700", look::kMarsh700},
        {"@reed", look::kReed},         {"@mist", look::kMist},         {"@paper", look::kPaper},
        {"@shade", look::kPaperShade},  {"@rule", look::kRule},         {"@ink", look::kInk},
        {"@quiet", look::kInkQuiet},    {"@lampink", look::kLampInk},   {"@lamppaper", look::kLampPaper},
        {"@lamp", look::kLamp},         {"@kerb", look::kKerb},         {"@wrong", look::kWrong}};
    for (const auto& [word, colour] : colours) {
        const auto value = QColor(colour).name().toStdString();
        for (auto at = css.find(std::string(word) + ";"); at != std::string::npos;
             at = css.find(std::string(word) + ";"))
            css.replace(at, std::strlen(word), value);
    }
    return css;
}

std::string description(const Guide& g, const LapTrace& trace) {
    return "Corner by corner round " + (g.scene.track.empty() ? std::string("the circuit") : g.scene.track) +
           (g.scene.car.empty() ? "" : " in the " + g.scene.car) + ": braking points, gears, lines and look-fors for " +
           std::to_string(g.corners.size()) + " corners, from a lap of " + minutes(trace.lap.time.count(), 3) + ".";
}

json structured(const Guide& g, const Cut& cut, const LapTrace& trace) {
    json parts = json::array();
    for (const auto& c : chaptersOf(g, cut))
        parts.push_back({{"@type", "Clip"},
                         {"name", c.title},
                         {"startOffset", std::lround(c.startS)},
                         {"endOffset", std::lround(c.endS)}});
    return {{"@context", "https://schema.org"},
            {"@type", "VideoObject"},
            {"name", g.scene.title},
            {"description", description(g, trace)},
            {"contentUrl", "guide.mp4"},
            {"duration", "PT" + std::to_string(std::lround(cut.lengthS)) + "S"},
            {"hasPart", parts}};
}

} // namespace

std::string clipName(const Corner& corner) {
    char text[40];
    std::snprintf(text, sizeof text, "clips/corner-%02d.mp4", corner.number);
    return text;
}
std::string tallClipName(const Corner& corner) {
    const auto name = clipName(corner);
    return name.substr(0, name.rfind('.')) + "-tall.mp4";
}

std::string lookForName(const Corner& corner, Topic topic) {
    auto name = stillName(corner);
    return name.replace(name.rfind('.'), std::string::npos, "-" + std::string(key(topic)) + ".png");
}

std::string stillName(const Corner& corner) {
    char text[40];
    std::snprintf(text, sizeof text, "clips/corner-%02d.jpg", corner.number);
    return text;
}

std::string mapSvg(const Guide& g, const Cut& cut, const Track* road) {
    if (!road) return "<p>No map: the log has no positions.</p>";
    double x0 = 1e9, x1 = -1e9, y0 = 1e9, y1 = -1e9;
    for (std::size_t i = 0; i < road->s.size(); ++i)
        x0 = std::min(x0, road->x[i]), x1 = std::max(x1, road->x[i]), y0 = std::min(y0, road->y[i]),
        y1 = std::max(y1, road->y[i]);
    constexpr double kWide = 480, kMargin = 44;
    const double scale = (kWide - 2 * kMargin) / std::max({x1 - x0, y1 - y0, 1.0});
    const double high = (y1 - y0) * scale + 2 * kMargin, wide = (x1 - x0) * scale + 2 * kMargin;
    const auto place = [&](double x, double y) { return Vec2{kMargin + (x - x0) * scale, kMargin + (y1 - y) * scale}; };
    char text[160];
    std::string path;
    for (std::size_t i = 0; i < road->s.size(); i += 3) {
        const auto p = place(road->x[i], road->y[i]);
        std::snprintf(text, sizeof text, "%s%.1f %.1f", i ? " L" : "M", p.x, p.y);
        path += text;
    }
    if (road->closed) path += " Z";
    std::snprintf(text, sizeof text, "<svg viewBox=\"0 0 %.0f %.0f\" role=\"group\" aria-label=\"Map of the circuit\">",
                  wide, high);
    std::string svg = text;
    svg += "<path class=\"road\" d=\"" + path + "\"/><path class=\"line\" d=\"" + path + "\"/>";
    const auto a = onRoad(*road, 0, 14 / scale, 0), b = onRoad(*road, 0, -14 / scale, 0);
    const auto pa = place(a.x, a.y), pb = place(b.x, b.y);
    std::snprintf(text, sizeof text, "<line class=\"start\" x1=\"%.1f\" y1=\"%.1f\" x2=\"%.1f\" y2=\"%.1f\"/>", pa.x,
                  pa.y, pb.x, pb.y);
    svg += text;
    for (const auto& c : g.corners) {
        const double out = c.side == Side::Left ? -1 : 1; // numbers stand on the outside
        const auto p = onRoad(*road, c.apexM, out * 24 / scale, 0);
        const auto q = place(p.x, p.y);
        std::snprintf(text, sizeof text,
                      "<a href=\"#corner-%d\" data-corner=\"%d\" data-start=\"%.3f\" aria-label=\"Corner %d\">",
                      c.number, c.number, startOf(cut, c.id), c.number);
        svg += text;
        std::snprintf(
            text, sizeof text,
            "<circle class=\"dot\" cx=\"%.1f\" cy=\"%.1f\" r=\"14\"/><text x=\"%.1f\" y=\"%.1f\">%d</text></a>", q.x,
            q.y, q.x, q.y + 1, c.number);
        svg += text;
    }
    return svg + "</svg>";
}

std::string factsJson(const Guide& g, const MeasuredCorners& measured) {
    json corners = json::array();
    for (const auto& c : g.corners)
        if (const auto* facts = measured.of(c))
            corners.push_back({{"number", c.number},
                               {"name", c.name},
                               {"turn_in_m", c.turnInM},
                               {"apex_m", c.apexM},
                               {"facts", factsToJson(*facts)}});
    return json{{"track", g.scene.track}, {"car", g.scene.car}, {"lap", g.sources.lap}, {"corners", corners}}.dump(
               1, ' ', false, json::error_handler_t::replace) +
           "\n";
}

PageFiles makePage(const Guide& g, const Cut& cut, const MeasuredCorners& measured, const LapTrace& trace,
                   const Track* road, ClipFiles clips) {
    data page;
    page.set("title", g.scene.title);
    page.set("channel", g.scene.channel);
    for (const auto& [name, value] : {std::pair("car", g.scene.car), std::pair("series", g.scene.series)})
        if (!value.empty()) page.set(name, value);
    setConditions(page, g);
    if (g.school.advanced) page.set("facts", true);
    setSetup(page, g.setup);
    page.set("laptime", minutes(trace.lap.time.count(), 3));
    page.set("length", minutes(cut.lengthS, 0));
    page.set("corner_count", std::to_string(g.corners.size()));
    page.set("description", description(g, trace));
    page.set("structured", inScript(structured(g, cut, trace)));
    page.set("map", mapSvg(g, cut, road));
    page.set("cautions", g.scene.realTrack ? data::type::bool_true : data::type::bool_false);
    page.set("poster", "cover.jpg");
    data corners{data::type::list};
    const auto all = cornersOf(g);
    for (const auto& c : g.corners) {
        const auto* facts = measured.of(c);
        const auto complex = complexLabel(all, c.id);
        data d;
        const bool numbers = g.scene.cornerLabels != CornerLabels::Names || c.name.empty();
        d.set("id", std::to_string(c.number));
        if (numbers) d.set("number", std::to_string(c.number));
        d.set("name", g.scene.cornerLabels == CornerLabels::Numbers ? "" : c.name);
        d.set("kind", kindWords(c, measured.sidesKnown) + (c.flat ? ", flat out" : "") +
                          (complex.empty() ? "" : ", part of " + complex));
        d.set("start", std::to_string(startOf(cut, c.id)));
        d.set("clip", pieceOf(cut, c.id));
        if (clips.single) d.set("download", clipName(c));
        if (clips.tall) d.set("tall", tallClipName(c));
        d.set("still", stillName(c));
        if (c.consequence > 0) d.set("consequence", std::string(consequenceText(c.consequence)));
        d.set("rows", rowsOf(c, facts ? *facts : CornerFacts{}, g.scene.speedUnit));
        std::string words;
        for (const auto pass : kPasses)
            for (const auto& b : c.beats)
                if (b.pass == pass && !b.words.empty())
                    words += (words.empty() ? "" : " ") + asSaid(g, measured, b.id).text;
        d.set("words", words);
        corners.push_back(d);
    }
    page.set("corners", corners);
    json chapters = json::array(), captions = json::array();
    for (const auto& c : chaptersOf(g, cut))
        chapters.push_back(
            {{"start", c.startS}, {"end", c.endS}, {"corner", numberOf(g, c.corner)}, {"title", c.title}});
    for (const auto& c : captionsOf(cut)) captions.push_back({{"start", c.startS}, {"end", c.endS}, {"text", c.text}});
    page.set("data", inScript({{"chapters", chapters}, {"captions", captions}}));
    mustache form(resource("index.mustache"));
    return {form.render(page), styled(), resource("page.js"), factsJson(g, measured)};
}

} // namespace hl
