// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/panel.h"

#include "core/log/repair.h"
#include "core/units/numbers.h"
#include "media/panel_film.h"
#include "media/text_reader.h"

#include <algorithm>
#include <cstdio>

namespace hl {
namespace {

constexpr double kUsable = 0.25; // confidence below which a reading is no measurement

double quickestOf(Channel c) {
    switch (c) {
    case Channel::Speed: return 90; // km/h or mph in a second: braking of two and a half g
    case Channel::EngineSpeed: return 20000;
    default: return 0;
    }
}

std::vector<NamedFrame> framesNamed(const std::vector<NamedMoment>& named, Channel c, const std::vector<double>& t) {
    std::vector<NamedFrame> out;
    for (const auto& n : named)
        if (n.channel == c && !t.empty()) {
            const auto after = std::upper_bound(t.begin(), t.end(), n.filmS + 1e-4);
            out.push_back({static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, after - t.begin() - 1)), n.value});
        }
    return out;
}

/// A pedal's full bar is 1 whatever it reads.
double toSi(const PanelBox& b) {
    const bool pedal = b.channel == Channel::Throttle || b.channel == Channel::Brake;
    return (isBar(b.kind) && !pedal ? b.full : 1) * (b.channel == Channel::Speed ? b.factor : 1);
}

bool nothing(const Readings& r) {
    return std::none_of(r.value.begin(), r.value.end(), [](double v) { return std::isfinite(v); });
}

Error unread(const PanelBox& b, const std::filesystem::path& film) {
    return {"panel.nothing-read",
            std::string("nothing in the box of ") + std::string(key(b.channel)) +
                (isBar(b.kind) ? " changes like a bar" : " looks like a number that changes"),
            film.string(), "a box close around the bar or the number"};
}

std::string_view columnOf(Channel c) { return c == Channel::Speed ? "speed_kmh" : key(c); }

} // namespace

const PanelReading* PanelReadings::of(Channel channel) const {
    for (const auto& b : boxes)
        if (b.box.channel == channel) return &b;
    return nullptr;
}

Result<PanelReadings> readPanel(const std::filesystem::path& film, const std::vector<PanelBox>& boxes,
                                const std::vector<NamedMoment>& named, const Progress& progress) {
    auto cut = readPanelFilm(film, boxes, [&](double share) {
        progress.report(0.9 * share, "watching the panel");
        return !progress.cancelled();
    });
    if (!cut) return cut.error();
    PanelReadings out{cut->t, {}};
    for (const auto& b : boxes) out.boxes.push_back({b, {}, toSi(b)});
    GlyphBook book;
    std::vector<double> speed;
    const auto numbers = [&](bool gears) {
        for (std::size_t i = 0; i < boxes.size(); ++i) {
            const auto c = boxes[i].channel;
            if (isBar(boxes[i].kind) || (c == Channel::Gear) != gears) continue;
            progress.report(gears ? 0.97 : 0.92, "reading the numbers");
            const NumberTask task{cut->t, textReader(gears), framesNamed(named, c, cut->t), quickestOf(c)};
            out.boxes[i].readings = gears ? readGears(cut->boxes[i].number, task, book, speed)
                                          : readNumbers(cut->boxes[i].number, task, book);
            if (c == Channel::Speed) speed = out.boxes[i].readings.value;
        }
    };
    numbers(false), numbers(true); // gears share the type of the speed, and go with it
    for (std::size_t i = 0; i < boxes.size(); ++i)
        if (isBar(boxes[i].kind)) out.boxes[i].readings = barLevels(cut->boxes[i].bar);
    for (const auto& b : out.boxes)
        if (nothing(b.readings)) return unread(b.box, film);
    return out;
}

std::string panelCsv(const PanelReadings& r) {
    std::string out = "time_s";
    for (const auto& b : r.boxes) {
        const std::string column(columnOf(b.box.channel));
        out += "," + column + "," + column + "_confidence";
    }
    out += '\n';
    char cell[64];
    for (std::size_t f = 0; f < r.t.size(); ++f) {
        std::snprintf(cell, sizeof cell, "%.6f", r.t[f]);
        out += cell;
        for (const auto& b : r.boxes) {
            double v = b.readings.value[f];
            const auto c = b.box.channel;
            v *= c == Channel::Speed ? b.toSi * 3.6 : b.toSi;
            const int decimals = isBar(b.box.kind) ? 4 : c == Channel::Speed && b.box.factor != 1 / 3.6 ? 2 : 0;
            if (std::isfinite(v))
                std::snprintf(cell, sizeof cell, ",%.*f,%.3f", decimals, v, b.readings.confidence[f]);
            else
                std::snprintf(cell, sizeof cell, ",,0");
            out += cell;
        }
        out += '\n';
    }
    return out;
}

Result<CarLog> panelLog(const PanelReadings& r, const std::vector<double>& turnedS,
                        const std::vector<double>& turning) {
    if (!r.of(Channel::Speed))
        return Error{"panel.no-speed", "no box tells the speed", "", "a box over the speed's digits"};
    CarLog log;
    log[Channel::Time] = r.t;
    for (const auto& b : r.boxes) {
        auto& v = log[b.box.channel];
        for (std::size_t f = 0; f < r.t.size(); ++f)
            v.push_back(b.readings.confidence[f] >= kUsable ? b.readings.value[f] * b.toSi : kNaN);
    }
    // digits show whole numbers: their steps are no accelerations
    constexpr double kSoftS = 0.15;
    auto& speed = log[Channel::Speed];
    speed = smoothed(r.t, speed, kSoftS);
    log[Channel::Lap].assign(r.t.size(), 1);
    if (turnedS.size() > 10) {
        const auto calm = smoothed(turnedS, turning, kSoftS / 2);
        for (const double t : r.t) log[Channel::YawRate].push_back(sampleAt(turnedS, calm, t));
    }
    log.notes.push_back({0, "read from the picture; the distance is integrated from the speed"});
    repair(log, {});
    if (!log.has(Channel::Speed))
        return Error{"panel.no-speed", "the speed could not be read surely enough", "",
                     "a box closer around the speed's digits, or numbers named by hand"};
    double way = 0;
    const auto& t = log[Channel::Time];
    for (std::size_t i = 0; i < t.size(); ++i) {
        if (i > 0) way += (log[Channel::Speed][i] + log[Channel::Speed][i - 1]) / 2 * (t[i] - t[i - 1]);
        log[Channel::Distance].push_back(way);
    }
    return log;
}

} // namespace hl
