// SPDX-License-Identifier: GPL-3.0-or-later
// What a stretch of film takes before any word is said: at its fastest, and as a person has set it.
#pragma once
#include "core/cut/stretch.h"

namespace hl {

class Ground {
  public:
    explicit Ground(const Stretch& stretch);
    /// Guide s from the stretch's beginning; a stand at that very place comes after it, or lies before it.
    double before(double filmS) const;
    double after(double filmS) const;
    double film(double groundS) const;
    double lengthS() const { return length_; }
    /// Pieces of [fromS, toS) in order; those not held may be slowed. A stand at `toS` is not among them.
    std::vector<Piece> pieces(double fromS, double toS) const;
    /// Where a stand that is wished for at `filmS` may be: not inside a shot that is held, but before it.
    double standAt(double filmS) const;
    /// Film in [fromS, toS] that may be slowed, s.
    double freeS(double fromS, double toS) const;

  private:
    struct Part : Piece {
        double groundS = 0; ///< where it begins
    };
    std::vector<Part> parts_;
    double length_ = 0;
};

} // namespace hl
