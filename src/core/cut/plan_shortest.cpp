// SPDX-License-Identifier: GPL-3.0-or-later
// The outline, section after section.
#include "core/cut/key_corners.h"
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/paced_section.h"
#include "core/guide/edition.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double kShortestS = 0.2; // s of film; less is not in it

/// The corners that get sections in a part, those of a complex together.
std::vector<Group> groupsOf(const Guide& g, const RoadClock& clock, Which which) {
    const auto keys = which == Which::All ? std::vector<CornerId>() : keyCorners(g, clock);
    std::vector<Group> groups;
    for (const auto& c : g.corners) {
        const double film = seconds(clock.footage(c.endM)) - seconds(clock.footage(c.startM));
        if (film < kShortestS || (g.cutWish.skipKinks && c.flat)) continue;
        const bool joins =
            g.cutWish.complexesAsOne && c.complex != 0 && !groups.empty() && groups.back().back()->complex == c.complex;
        if (joins)
            groups.back().push_back(&c);
        else
            groups.push_back({&c});
    }
    if (which != Which::All)
        std::erase_if(groups, [&](const Group& group) {
            const bool key = std::any_of(group.begin(), group.end(), [&](const GuideCorner* c) {
                return std::find(keys.begin(), keys.end(), c->id) != keys.end();
            });
            return key != (which == Which::Key);
        });
    return groups;
}

class Planned {
  public:
    Planned(const Guide& g, const RoadClock& clock, const Speeches& speeches, const CutSettings& set)
        : p_{g, clock, speeches, set} {}

    Cut plan() {
        for (const auto& part : p_.guide.outline) {
            if (!part.eachCorner) {
                for (const auto kind : part.sections)
                    if (kind == SectionKind::OtherLap)
                        addFurtherLaps();
                    else
                        add(kind, {});
                continue;
            }
            const auto groups = groupsOf(p_.guide, p_.clock, part.which);
            if (isTalkOver(part) && !groups.empty()) {
                auto parts = builtTalkOver(p_, groups, cut_.lengthS);
                for (std::size_t i = 0; i < parts.size(); ++i) take(std::move(parts[i]), i + 1 == parts.size());
                continue;
            }
            for (const auto& group : groups)
                for (const auto kind : part.sections) add(kind, group);
        }
        return std::move(cut_);
    }

  private:
    /// Corner after corner of one look, with nothing between: the film runs on.
    bool isTalkOver(const OutlinePart& part) const {
        return part.which == Which::All && part.sections == std::vector{SectionKind::WalkThrough} &&
               p_.guide.cutWish.way != Way::Full && !p_.guide.cutWish.skipKinks;
    }
    /// Those that the film shows.
    void addFurtherLaps() {
        for (const auto& lap : p_.guide.furtherLaps) {
            const auto clock = p_.set.laps.find(lap.lap);
            if (clock == p_.set.laps.end()) continue;
            SectionBuilder out(SectionKind::OtherLap, {}, cut_.lengthS);
            buildOtherLap({p_.guide, clock->second, p_.speeches, p_.set, &lap}, {}, out);
            take(out.done(), true);
        }
    }
    void add(SectionKind kind, const Group& group) {
        const auto& plans = sectionPlans();
        const auto plan = std::find_if(plans.begin(), plans.end(), [kind](auto& x) { return x.kind == kind; });
        if (plan == plans.end()) return;
        auto p = p_;
        p.first = std::none_of(cut_.sections.begin(), cut_.sections.end(),
                               [kind](const Section& s) { return s.kind == kind; });
        SectionBuilder out(kind, group, cut_.lengthS);
        plan->build(p, group, out);
        take(out.done(), true);
    }
    /// Sections last whole pictures, so that one that comes later than before still shows the same pictures. The last
    /// shot runs on for less than one.
    void toWholePictures(SectionBuilder::Built& built) const {
        const double length = (built.section.end - built.section.start).count(), rate = p_.guide.frameRate;
        const double more = std::ceil(length * rate - 1e-6) / rate - length;
        if (more <= 1e-9) return;
        auto& last = built.section.shots.back();
        last.end += Seconds(more), built.section.end += Seconds(more), built.boundS += more;
        if (last.kind == ShotKind::Footage) last.to += Seconds(more * last.rate);
    }
    /// `ends`: what follows it in the guide is another piece of film.
    void take(SectionBuilder::Built built, bool ends) {
        for (auto& n : built.noRoom) cut_.noRoom.push_back(n);
        if (built.section.shots.empty()) return;
        if (ends) toWholePictures(built);
        cut_.boundS += built.boundS;
        cut_.lengthS = seconds(built.section.end);
        cut_.sections.push_back(std::move(built.section));
    }
    Planning p_;
    Cut cut_;
};

} // namespace

Cut planShortest(const Guide& g, const RoadClock& clock, const Speeches& speeches, const CutSettings& set) {
    const auto edition = asEdition(g);
    return Planned(edition, clock, speeches, set).plan();
}

} // namespace hl
