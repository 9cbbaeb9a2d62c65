// SPDX-License-Identifier: GPL-3.0-or-later
// What every kind of section is planned from and built with.
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// Corners that are explained as one; usually a single one. Empty for sections of the whole lap.
using Group = std::vector<const GuideCorner*>;

/// All that a section is made from.
struct Planning {
    const Guide& guide;
    const RoadClock& clock;
    const Speeches& speeches;
    const CutSettings& set;
    const FurtherLap* lap = nullptr; ///< another that is told, by whose clock; null: the guide's
    bool first = true;               ///< no section of this kind stands before it
    double film(double atM) const { return seconds(clock.footage(atM)); }
    double lapEndM() const { return clock.metres.empty() ? 0 : clock.metres.back() - 1; }
    /// The picture behind cards: the road before the first corner.
    double behindCards() const { return film(guide.corners.empty() ? 0 : guide.corners.front().startM); }
};

/// Film s in which the words of a beat may fall.
FilmWindow windowIn(const Beat& beat, const Planning& p, double startM, double endM); ///< of that stretch
FilmWindow windowOf(const Beat& beat, const Planning& p, const Group& group);

class SectionBuilder {
  public:
    SectionBuilder(SectionKind kind, const Group& group, double startS);
    void play(double fromS, double toS, double rate, std::string_view why, BeatId beat = {}); ///< film s
    void stand(double filmS, double lengthS, std::string_view why, BeatId beat = {});
    void card(double filmS, double lengthS, BeatId about = {});
    void say(const std::shared_ptr<const Speech>& speech, double startS, CornerId corner = {},
             std::optional<FilmWindow> window = {}, double pauseS = 0);
    void noRoom(const Speech& speech, CornerId corner, double tooLongS, bool leftOut);
    /// Nothing shorter than this can say and show the same; as long as it is when nobody tells.
    void bound(double lengthS) { bound_ = lengthS; }

    void ofLap(int lap) { section_.lap = lap; }

    double now() const { return now_; }
    double start() const { return seconds(section_.start); }
    struct Built {
        Section section;
        double boundS = 0;
        std::vector<NoRoom> noRoom;
    };
    Built done();

  private:
    void add(Shot shot, double lengthS);
    Section section_;
    double now_;
    std::optional<double> bound_;
    std::vector<NoRoom> noRoom_;
};

/// How a kind of section is planned; it builds nothing where it has nothing to show or to say.
struct SectionPlan {
    SectionKind kind;
    void (*build)(const Planning& p, const Group& group, SectionBuilder& out);
};
/// Every kind once.
const std::vector<SectionPlan>& sectionPlans();

} // namespace hl
