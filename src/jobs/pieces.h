// SPDX-License-Identifier: GPL-3.0-or-later
// A guide's film in pieces: parts of sections, each kept in the guide's cache under a key of all that it shows. What is
// there need not be rendered again; a render that was killed goes on from them; other machines can make some of them.
#pragma once
#include "core/cut/label_plan.h"
#include "jobs/render.h"

namespace hl {

/// Which moment of the guide each picture of the film shows. Counted from each section's own beginning, so that a
/// section's pictures stay the same when those before it get longer; at most half a picture beside the clock.
class FrameTimes {
  public:
    FrameTimes(const Cut& cut, int frameRate);
    GuideTime at(long frame) const;
    /// First pictures of the sections.
    const std::vector<long>& starts() const { return starts_; }
    long count() const { return count_; }

  private:
    std::vector<long> starts_;
    std::vector<double> startS_;
    int frameRate_;
    long count_;
};

struct PieceOfFilm {
    long first = 0, last = 0; ///< pictures [first, last) of the whole film
    std::string key;
};

/// All pieces in order. Nothing longer than some 20 s, none over the end of a section.
std::vector<PieceOfFilm> piecesOf(const Guide& guide, const Session& session, const Cut& cut, const LabelPlan& labels,
                                  const RenderWish& wish);

std::filesystem::path pieceFile(const std::filesystem::path& guideFolder, const PieceOfFilm& piece);

/// Pieces that no render has used for a month go.
void forgetOldPieces(const std::filesystem::path& guideFolder, const std::vector<PieceOfFilm>& used);

} // namespace hl
