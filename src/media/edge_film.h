// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/camera/edges.h"
#include "core/units/result.h"

#include <filesystem>
#include <memory>
#include <optional>
#include <vector>

namespace hl {

/// A film whose pictures are asked for how their brightness changes. What does not move in it, the car itself and what
/// is laid over the film, is left out: it shows no edge.
class EdgeFilm {
  public:
    /// Looks at some pictures, spread over [from, to], for what stands still. Errors: media.*.
    static Result<EdgeFilm> open(const std::filesystem::path& film, FootageTime from, FootageTime to);
    EdgeFilm(EdgeFilm&&) noexcept;
    ~EdgeFilm();
    /// Where the car itself begins in the picture: the row, as a share of its height, at `columns` places across it;
    /// NaN where none is seen.
    std::vector<double> bonnet(std::size_t columns) const;
    /// None where the film has no picture. Ascending moments are quick.
    std::optional<EdgePicture> at(FootageTime when);

  private:
    struct Parts;
    explicit EdgeFilm(std::unique_ptr<Parts> parts);
    std::unique_ptr<Parts> parts_;
};

} // namespace hl
