// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/showing.h"

#include "core/guide/outline.h"

#include <charconv>

namespace hl {

std::string text(const PictureOf& p) {
    if (p.kind == PictureOf::Kind::Plan) return "plan";
    if (p.kind == PictureOf::Kind::Nothing) return "nothing";
    if (p.kind == PictureOf::Kind::Stills) return "stills";
    return p.film ? "film " + std::to_string(p.film.value) : "film";
}

std::optional<PictureOf> pictureOf(std::string_view text) {
    if (text == "plan") return kPlanPicture;
    if (text == "nothing") return kNoPicture;
    if (text == "stills") return kStillPictures;
    if (!text.starts_with("film")) return std::nullopt;
    text.remove_prefix(4);
    PictureOf p;
    if (text.empty()) return p;
    if (text.front() != ' ') return std::nullopt;
    text.remove_prefix(1);
    const auto read = std::from_chars(text.data(), text.data() + text.size(), p.film.value);
    if (read.ec != std::errc() || read.ptr != text.data() + text.size() || p.film.value < 1) return std::nullopt;
    return p;
}

std::string_view key(Equal e) { return e == Equal::Time ? "time" : "distance"; }

std::optional<Equal> equalOf(std::string_view key) {
    if (key == "time") return Equal::Time;
    if (key == "distance") return Equal::Distance;
    return std::nullopt;
}

Gauges gaugeSet(std::string_view name) {
    if (name == "basic") return {"speed", "cue"};
    if (name == "usual") return {"speed", "pedals"};
    if (name == "advanced") return {"speed", "pedals", "forces", "to-go", "lap-time"};
    return {};
}

std::string_view setOf(const Gauges& gauges) {
    for (const auto set : kGaugeSets)
        if (gauges == gaugeSet(set)) return set;
    return {};
}

namespace {
const Showing kFromAbove{kPlanPicture, kNoPicture}, kBothLaps{kPlanPicture, PictureOf{}};
}

const Showing& Showings::in(SectionKind pass) const {
    switch (pass) {
    case SectionKind::Run: return run;
    case SectionKind::Lap:
    case SectionKind::OtherLap:
    case SectionKind::Recap: return lap;
    case SectionKind::Above: return kFromAbove;
    case SectionKind::TwoLaps: return kBothLaps;
    case SectionKind::Outside: return run;
    default: return walk;
    }
}

} // namespace hl
