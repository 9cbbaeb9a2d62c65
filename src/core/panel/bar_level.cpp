// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panel/bar_level.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <Eigen/Dense>
#include <optional>

namespace hl {
namespace {

using Colour = Eigen::Vector3d;

constexpr std::size_t kSampled = 600; // frames that colours are learned from
constexpr double kBandShare = 0.4;    // of the change of the liveliest band
constexpr double kParted = 0.6;       // share of a cell's variance that two colours explain
constexpr double kContrast = 0.35;    // of the usual contrast: less is a shadow
constexpr double kLeastContrast = 8;  // of 255
constexpr double kAlike = 0.25;       // of the contrast: another colour than this is the bar's frame
constexpr std::size_t kFewest = 4;    // frames that show a colour

/// The bands that show the bar, as one.
class Bar {
  public:
    explicit Bar(const BarFilm& film) : film_(film) {
        std::vector<double> change(film.bands, 0.0);
        for (std::size_t b = 0; b < film.bands; ++b)
            for (std::size_t p = 0; p < film.cells; ++p) {
                Colour sum = Colour::Zero(), squares = Colour::Zero();
                double n = 0;
                each([&](std::size_t f) {
                    const auto c = one(f, b, p);
                    sum += c, squares += c.cwiseProduct(c), ++n;
                });
                change[b] += (squares / n - (sum / n).cwiseProduct(sum / n)).sum();
            }
        const double most = *std::max_element(change.begin(), change.end());
        for (std::size_t b = 0; b < film.bands; ++b)
            if (change[b] >= kBandShare * most) bands_.push_back(b);
    }
    std::size_t cells() const { return film_.cells; }
    Colour at(std::size_t frame, std::size_t cell) const {
        Colour sum = Colour::Zero();
        for (const auto b : bands_) sum += one(frame, b, cell);
        return sum / num(bands_.size());
    }
    /// Frames spread over the film.
    template <class Work> void each(Work work) const {
        const std::size_t n = film_.frames(), step = std::max<std::size_t>(1, n / kSampled);
        for (std::size_t f = step / 2; f < n; f += step) work(f);
    }

  private:
    Colour one(std::size_t frame, std::size_t band, std::size_t cell) const {
        const auto* c = film_.colours.data() + ((frame * film_.bands + band) * film_.cells + cell) * 3;
        return {static_cast<double>(c[0]), static_cast<double>(c[1]), static_cast<double>(c[2])};
    }
    const BarFilm& film_;
    std::vector<std::size_t> bands_;
};

/// What parts one cell's frames into two.
struct Split {
    double threshold = 0, parted = 0;
};

/// Otsu's threshold: the one that explains most of the variance.
Split splitOf(std::vector<double> v) {
    std::sort(v.begin(), v.end());
    double total = 0, squares = 0;
    for (const double x : v) total += x, squares += x * x;
    const double n = num(v.size()), variance = squares / n - total * total / n / n;
    Split best;
    if (!(variance > 1e-9)) return best;
    double below = 0;
    for (std::size_t i = 1; i < v.size(); ++i) {
        below += v[i - 1];
        const double a = num(i), b = n - a, apart = below / a - (total - below) / b,
                     between = a * b / n / n * apart * apart;
        if (between / variance > best.parted) best = {(v[i - 1] + v[i]) / 2, between / variance};
    }
    return best;
}

/// The colour along which cells change most over time.
Colour liveliest(const Bar& bar, const std::vector<Colour>& mean) {
    Eigen::Matrix3d spread = Eigen::Matrix3d::Zero();
    bar.each([&](std::size_t f) {
        for (std::size_t p = 0; p < bar.cells(); ++p) {
            const Colour d = bar.at(f, p) - mean[p];
            spread += d * d.transpose();
        }
    });
    return Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d>(spread).eigenvectors().col(2);
}

struct Cell {
    Colour filled, empty;
    bool lives = false;
};

struct Learned {
    std::vector<Cell> cells;
    std::size_t from = 0, to = 0; ///< the bar's cells, [from, to)
};

/// Whether the high colours lie at the bar's beginning: counted at every change along the bar. Without one, the filled
/// colour is the one further from grey.
bool highIsFilled(const Bar& bar, const std::vector<std::vector<char>>& high, const std::vector<std::size_t>& living,
                  const Colour& axis) {
    double vote = 0;
    for (const auto& frame : high)
        for (std::size_t k = 1; k < living.size(); ++k) vote += frame[living[k - 1]] - frame[living[k]];
    if (std::abs(vote) >= 1) return vote > 0;
    double colourful = 0;
    std::size_t i = 0;
    bar.each([&](std::size_t f) {
        const auto c = bar.at(f, living.front());
        colourful += (high[i++][living.front()] != 0 ? 1 : -1) * (c.maxCoeff() - c.minCoeff());
    });
    return colourful + axis.sum() > 0;
}

void takeFromNeighbours(Learned& l, const std::vector<std::size_t>& filled, const std::vector<std::size_t>& empty) {
    const auto nearest = [&](std::size_t p, const std::vector<std::size_t>& seen) {
        std::size_t best = p, apart = static_cast<std::size_t>(-1);
        for (std::size_t q = 0; q < seen.size(); ++q)
            if (const auto d = q > p ? q - p : p - q; l.cells[q].lives && seen[q] >= kFewest && d < apart)
                best = q, apart = d;
        return best;
    };
    for (std::size_t p = l.from; p < l.to; ++p) {
        if (filled[p] < kFewest) l.cells[p].filled = l.cells[nearest(p, filled)].filled;
        if (empty[p] < kFewest) l.cells[p].empty = l.cells[nearest(p, empty)].empty;
    }
}

std::optional<Learned> learn(const Bar& bar) {
    const std::size_t n = bar.cells();
    std::vector<Colour> mean(n, Colour::Zero());
    double frames = 0;
    bar.each([&](std::size_t f) {
        for (std::size_t p = 0; p < n; ++p) mean[p] += bar.at(f, p);
        ++frames;
    });
    if (frames < 2 * kFewest) return std::nullopt;
    for (auto& m : mean) m /= frames;
    const Colour axis = liveliest(bar, mean);

    std::vector<std::vector<double>> along(n);
    bar.each([&](std::size_t f) {
        for (std::size_t p = 0; p < n; ++p) along[p].push_back(axis.dot(bar.at(f, p) - mean[p]));
    });
    std::vector<Split> splits;
    for (const auto& v : along) splits.push_back(splitOf(v));
    std::vector<std::vector<char>> high(along.front().size(), std::vector<char>(n, 0));
    Learned l;
    l.cells.resize(n);
    std::vector<std::size_t> highs(n, 0);
    std::vector<double> contrast(n, 0.0), usual;
    for (std::size_t p = 0; p < n; ++p) {
        double up = 0, down = 0;
        for (std::size_t i = 0; i < along[p].size(); ++i)
            if (along[p][i] > splits[p].threshold)
                high[i][p] = 1, ++highs[p], up += along[p][i];
            else
                down += along[p][i];
        const double lows = frames - num(highs[p]);
        if (highs[p] > 0 && lows > 0) contrast[p] = up / num(highs[p]) - down / lows;
        if (splits[p].parted > kParted) usual.push_back(contrast[p]);
    }
    if (usual.empty()) return std::nullopt;
    const double least = std::max(kLeastContrast, kContrast * median(usual));
    std::vector<std::size_t> living;
    for (std::size_t p = 0; p < n; ++p)
        if (splits[p].parted > kParted && contrast[p] >= least) l.cells[p].lives = true, living.push_back(p);
    if (living.size() < 2) return std::nullopt;

    const bool up = highIsFilled(bar, high, living, axis);
    std::vector<std::size_t> filled(n, 0), empty(n, 0);
    for (auto& c : l.cells) c.filled = c.empty = Colour::Zero();
    std::size_t i = 0;
    bar.each([&](std::size_t f) {
        for (std::size_t p = 0; p < n; ++p) {
            const bool full = (high[i][p] != 0) == up;
            (full ? l.cells[p].filled : l.cells[p].empty) += bar.at(f, p);
            ++(full ? filled : empty)[p];
        }
        ++i;
    });
    for (std::size_t p = 0; p < n; ++p) {
        if (filled[p] > 0) l.cells[p].filled /= num(filled[p]);
        if (empty[p] > 0) l.cells[p].empty /= num(empty[p]);
    }
    l.from = living.front(), l.to = living.back() + 1;
    // a part that was never filled looks as the empty cells beside it do
    const Cell last = l.cells[living.back()];
    const double apart = (last.filled - last.empty).norm();
    while (l.to < n && (mean[l.to] - last.empty).norm() < kAlike * apart) filled[l.to] = empty[l.to] = 0, ++l.to;
    takeFromNeighbours(l, filled, empty);
    return l;
}

} // namespace

Readings barLevels(const BarFilm& film) {
    const std::size_t frames = film.frames();
    Readings out{std::vector<double>(frames, kNaN), std::vector<double>(frames, 0.0)};
    if (frames == 0) return out;
    const Bar bar(film);
    const auto learned = learn(bar);
    if (!learned) return out;
    const auto& l = *learned;
    const std::size_t n = l.to - l.from;
    std::vector<double> share(n), weight(n), before(n + 1);
    for (std::size_t p = 0; p < n; ++p) weight[p] = l.cells[l.from + p].lives || l.from + p >= film.cells - 1 ? 1 : 0.3;
    for (std::size_t f = 0; f < frames; ++f) {
        for (std::size_t p = 0; p < n; ++p) {
            const auto& c = l.cells[l.from + p];
            const Colour d = c.filled - c.empty;
            share[p] = std::clamp((bar.at(f, l.from + p) - c.empty).dot(d) / std::max(1.0, d.squaredNorm()), 0.0, 1.0);
        }
        // the level that parts filled from empty with the least left over
        double rest = 0;
        for (std::size_t p = 0; p < n; ++p) rest += weight[p] * share[p] * share[p];
        std::size_t best = 0;
        double least = rest;
        for (std::size_t p = 0; p < n; ++p) {
            rest += weight[p] * ((1 - share[p]) * (1 - share[p]) - share[p] * share[p]);
            if (rest < least - 1e-12) least = rest, best = p + 1;
        }
        // the two cells at the level are filled in part
        double level = num(best);
        if (best > 0) level += share[best - 1] - 1;
        if (best < n) level += share[best];
        double weights = 0;
        for (const double w : weight) weights += w;
        out.value[f] = std::clamp(level / num(n), 0.0, 1.0);
        out.confidence[f] = std::clamp(1 - 2 * std::sqrt(least / weights), 0.0, 1.0);
    }
    return out;
}

} // namespace hl
