// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panel/glyphs.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <numeric>

namespace hl {
namespace {

constexpr std::size_t kSampled = 500;                  // frames that the number's place is learned from
constexpr double kLeastContrast = 24;                  // of 255
constexpr int kReach = 6;                              // cells: strokes are narrower than twice as much
constexpr float kIsInk = 0.5f;                         // share of the way from ground to ink
constexpr double kLowest = 0.62;                       // of the line's height: lower signs are units and points
constexpr double kWidest = 0.95;                       // of the height: wider is two signs that touch
constexpr double kNarrowestCell = 0.08;                // of the height: a place where only ones stand
constexpr double kLeastBroad = 0.3, kWidestCell = 1.1; // of the height: the broadest place
constexpr double kNarrowPiece = 0.42, kSegmentGap = 0.1, kBroadestSegments = 0.85; // of the height
constexpr std::size_t kHairRows = 2;
constexpr double kSeldom = 0.004; // share of frames in which a column between two places may be inked

double percentile(std::vector<std::uint8_t> v, double share) {
    const auto k = static_cast<std::ptrdiff_t>(share * num(v.size() - 1));
    std::nth_element(v.begin(), v.begin() + k, v.end());
    return v[static_cast<std::size_t>(k)];
}

/// Shades of one frame: the ground's and the extremes.
struct Shades {
    double ground, darkest, lightest;
};

Shades shadesOf(const NumberFilm& film, std::size_t f) {
    const auto* p = film.frame(f);
    std::vector<std::uint8_t> all(p, p + film.width * film.height), border;
    for (std::size_t x = 0; x < film.width; ++x)
        border.push_back(p[x]), border.push_back(p[(film.height - 1) * film.width + x]);
    for (std::size_t y = 0; y < film.height; ++y)
        border.push_back(p[y * film.width]), border.push_back(p[y * film.width + film.width - 1]);
    return {percentile(std::move(border), 0.5), percentile(all, 0.03), percentile(all, 0.97)};
}

/// What ink looks like: the same shade in the whole film, whatever the ground does.
struct Ink {
    double shade = 0;
    bool light = true;
};

Ink inkOf(const NumberFilm& film) {
    const std::size_t step = std::max<std::size_t>(1, film.frames() / kSampled);
    double lighter = 0;
    std::vector<double> light, dark;
    for (std::size_t f = 0; f < film.frames(); f += step) {
        const auto s = shadesOf(film, f);
        lighter += (s.lightest - s.ground) - (s.ground - s.darkest);
        light.push_back(s.lightest), dark.push_back(s.darkest);
    }
    return lighter >= 0 ? Ink{median(light), true} : Ink{median(dark), false};
}

using Mask = std::vector<float>; // ink of one frame, 0..1

/// The least (or greatest) of `reach` cells each way, along rows or columns.
template <class Pick>
void spread(std::vector<std::uint8_t>& v, std::size_t width, std::size_t height, bool along, Pick pick) {
    const auto was = v;
    const auto w = static_cast<int>(width), h = static_cast<int>(height);
    for (int y = 0; y < h; ++y)
        for (int x = 0; x < w; ++x) {
            const int at = along ? x : y, end = along ? w : h;
            auto best = was[static_cast<std::size_t>(y * w + x)];
            for (int k = std::max(0, at - kReach); k <= std::min(end - 1, at + kReach); ++k)
                best = pick(best, was[static_cast<std::size_t>(along ? y * w + k : k * w + x)]);
            v[static_cast<std::size_t>(y * w + x)] = best;
        }
}

/// What the picture would be without the strokes: an opening for light ink, a closing for dark (Serra 1982). A dark rim
/// round light ink counts as its ground, so that it does not matter what moves behind.
std::vector<std::uint8_t> groundOf(const std::uint8_t* p, std::size_t width, std::size_t height, bool light) {
    std::vector<std::uint8_t> g(p, p + width * height);
    const auto less = [](std::uint8_t a, std::uint8_t b) { return std::min(a, b); };
    const auto more = [](std::uint8_t a, std::uint8_t b) { return std::max(a, b); };
    for (const bool along : {true, false})
        light ? spread(g, width, height, along, less) : spread(g, width, height, along, more);
    for (const bool along : {true, false})
        light ? spread(g, width, height, along, more) : spread(g, width, height, along, less);
    return g;
}

Mask maskOf(const NumberFilm& film, std::size_t f, const Ink& ink) {
    Mask m(film.width * film.height, 0.0f);
    const auto* p = film.frame(f);
    const auto ground = groundOf(p, film.width, film.height, ink.light);
    for (std::size_t i = 0; i < m.size(); ++i) {
        const double contrast = ink.shade - ground[i];
        if ((contrast > 0) == ink.light && std::abs(contrast) >= kLeastContrast)
            m[i] = static_cast<float>(std::clamp((p[i] - ground[i]) / contrast, 0.0, 1.0));
    }
    return m;
}

struct Range {
    std::size_t from = 0, to = 0;
    std::size_t length() const { return to - from; }
};

/// Where the number's line lies and, if its signs keep their places, the columns of each.
struct Place {
    Range rows;
    std::vector<Range> cells;
    double gap = 0; ///< up to which pieces side by side are parts of one sign, columns
};

/// The longest run of rows that hold ink. (A unit below the number is a run of its own, and shorter.)
Range lineOf(const std::vector<double>& inkOfRow) {
    const double most = *std::max_element(inkOfRow.begin(), inkOfRow.end());
    Range best, run;
    for (std::size_t y = 0; y <= inkOfRow.size(); ++y) {
        if (y < inkOfRow.size() && inkOfRow[y] > 0.06 * most) {
            if (run.length() == 0) run.from = y;
            run.to = y + 1;
            continue;
        }
        if (y < inkOfRow.size() && run.length() > 0 && y < run.to + kHairRows) continue; // between two segments
        if (run.length() > best.length()) best = run;
        run = {};
    }
    return best;
}

/// Runs of columns between those that are hardly ever inked; none when they do not look like places of signs.
std::vector<Range> cellsOf(const std::vector<double>& inkedShare, double height) {
    std::vector<Range> cells;
    Range run;
    for (std::size_t x = 0; x <= inkedShare.size(); ++x) {
        if (x < inkedShare.size() && inkedShare[x] > kSeldom) {
            if (run.length() == 0) run.from = x;
            run.to = x + 1;
            continue;
        }
        if (num(run.length()) > kNarrowestCell * height) cells.push_back(run);
        run = {};
    }
    if (cells.size() < 2) return {};
    std::size_t widest = 0;
    for (const auto& c : cells) widest = std::max(widest, c.length());
    if (num(widest) > kWidestCell * height || num(widest) < kLeastBroad * height) return {};
    return cells;
}

struct Box {
    Range x, y;
};

/// Connected pieces of ink; those above one another belong to one sign.
std::vector<Box> pieces(const Mask& m, std::size_t width, const Range& rows, double gap = 0) {
    const std::size_t h = rows.length();
    std::vector<char> open(width * h, 0);
    for (std::size_t y = 0; y < h; ++y)
        for (std::size_t x = 0; x < width; ++x) open[y * width + x] = m[(y + rows.from) * width + x] > kIsInk;
    std::vector<Box> out;
    std::vector<std::size_t> todo;
    for (std::size_t start = 0; start < open.size(); ++start) {
        if (open[start] == 0) continue;
        Box b{{start % width, start % width + 1}, {start / width, start / width + 1}};
        todo.assign(1, start), open[start] = 0;
        while (!todo.empty()) {
            const auto at = todo.back();
            todo.pop_back();
            const std::size_t x = at % width, y = at / width;
            b.x.from = std::min(b.x.from, x), b.x.to = std::max(b.x.to, x + 1);
            b.y.from = std::min(b.y.from, y), b.y.to = std::max(b.y.to, y + 1);
            for (std::size_t ny = y == 0 ? 0 : y - 1; ny <= std::min(h - 1, y + 1); ++ny)
                for (std::size_t nx = x == 0 ? 0 : x - 1; nx <= std::min(width - 1, x + 1); ++nx)
                    if (open[ny * width + nx] != 0) open[ny * width + nx] = 0, todo.push_back(ny * width + nx);
        }
        out.push_back(b);
    }
    std::sort(out.begin(), out.end(), [](const Box& a, const Box& b) { return a.x.from < b.x.from; });
    std::vector<Box> merged;
    for (const auto& b : out) {
        if (!merged.empty()) {
            auto& last = merged.back();
            const double overlap = num(std::min(last.x.to, b.x.to)) - num(b.x.from); // negative: a gap
            const double together = num(std::max(last.x.to, b.x.to) - last.x.from);
            if (overlap >= 0.4 * num(std::min(last.x.length(), b.x.length())) ||
                (gap > 0 && overlap >= -gap && together <= kBroadestSegments * num(h))) {
                last.x.to = std::max(last.x.to, b.x.to);
                last.y = {std::min(last.y.from, b.y.from), std::max(last.y.to, b.y.to)};
                continue;
            }
        }
        merged.push_back(b);
    }
    return merged;
}

/// Signs of segments fall into narrow pieces with hair-fine gaps; printed ones are mostly broad.
double gapOf(const std::vector<Mask>& masks, std::size_t width, const Range& rows) {
    double narrow = 0, all = 0;
    for (const auto& m : masks)
        for (const auto& p : pieces(m, width, rows)) {
            if (num(p.y.length()) < 0.2 * num(rows.length())) continue;
            ++all, narrow += num(p.x.length()) < kNarrowPiece * num(rows.length()) ? 1 : 0;
        }
    return narrow > all / 2 ? kSegmentGap * num(rows.length()) : 0;
}

Place placeOf(const NumberFilm& film, const Ink& ink) {
    const std::size_t step = std::max<std::size_t>(1, film.frames() / kSampled);
    std::vector<double> rows(film.height, 0.0), columns(film.width, 0.0);
    std::vector<Mask> masks;
    for (std::size_t f = 0; f < film.frames(); f += step) masks.push_back(maskOf(film, f, ink));
    for (const auto& m : masks)
        for (std::size_t i = 0; i < m.size(); ++i)
            if (m[i] > kIsInk) rows[i / film.width] += 1;
    Place place;
    if (*std::max_element(rows.begin(), rows.end()) <= 0) return place;
    place.rows = lineOf(rows);
    for (const auto& m : masks)
        for (std::size_t x = 0; x < film.width; ++x) {
            bool inked = false;
            for (std::size_t y = place.rows.from; y < place.rows.to; ++y) inked |= m[y * film.width + x] > kIsInk;
            columns[x] += inked ? 1 / num(masks.size()) : 0;
        }
    place.cells = cellsOf(columns, num(place.rows.length()));
    place.gap = gapOf(masks, film.width, place.rows);
    return place;
}

/// Signs that touch are parted where the least ink stands near even shares.
void part(const Mask& m, std::size_t width, const Range& rows, const Box& b, std::vector<Range>& out) {
    const double height = num(rows.length());
    const auto n = static_cast<std::size_t>(std::max(1.0, std::round(num(b.x.length()) / (0.62 * height))));
    if (num(b.x.length()) <= kWidest * height || n < 2) {
        out.push_back(b.x);
        return;
    }
    std::size_t from = b.x.from;
    for (std::size_t k = 1; k < n; ++k) {
        const std::size_t even = b.x.from + b.x.length() * k / n, reach = b.x.length() / n / 4;
        std::size_t cut = even;
        double least = 1e9;
        for (std::size_t x = even - reach; x <= even + reach && x < b.x.to; ++x) {
            double ink = 0;
            for (std::size_t y = rows.from; y < rows.to; ++y) ink += m[y * width + x];
            if (ink < least) least = ink, cut = x;
        }
        out.push_back({from, cut}), from = cut;
    }
    out.push_back({from, b.x.to});
}

/// Mean ink of the part of the mask that one point of a glyph stands for.
float inkOver(const Mask& m, std::size_t width, double x0, double x1, double y0, double y1) {
    double sum = 0, area = 0;
    for (double y = std::floor(y0); y < y1; ++y)
        for (double x = std::floor(x0); x < x1; ++x) {
            const double a = (std::min(x1, x + 1) - std::max(x0, x)) * (std::min(y1, y + 1) - std::max(y0, y));
            area += a;
            if (x < 0 || y < 0 || x >= num(width)) continue;
            const auto at = static_cast<std::size_t>(y) * width + static_cast<std::size_t>(x);
            if (at < m.size()) sum += a * static_cast<double>(m[at]);
        }
    return static_cast<float>(area > 0 ? sum / area : 0);
}

/// The line's full height; as broad as it is high, in the same scale, about the middle of [x0, x1).
Glyph glyphAt(const Mask& m, std::size_t width, const Range& rows, double x0, double x1) {
    Glyph g{};
    const double scale = num(rows.length()) / num(kGlyphHeight), middle = (x0 + x1) / 2;
    const double across = std::max(scale, (x1 - x0) / num(kGlyphWidth)); // broad signs are narrowed
    for (std::size_t y = 0; y < kGlyphHeight; ++y)
        for (std::size_t x = 0; x < kGlyphWidth; ++x) {
            const double left = middle + (num(x) - kGlyphWidth / 2.0) * across, top = num(rows.from) + num(y) * scale;
            // what stands beside the sign is another one
            if (left + across <= x0 || left >= x1) continue;
            g[y * kGlyphWidth + x] =
                inkOver(m, width, std::max(left, x0), std::min(left + across, x1), top, top + scale);
        }
    return g;
}

} // namespace

GlyphFilm glyphsOf(const NumberFilm& film) {
    GlyphFilm out;
    out.firstOf.push_back(0);
    if (film.frames() == 0) return out;
    const auto ink = inkOf(film);
    const auto place = placeOf(film, ink);
    const double height = num(place.rows.length());
    for (std::size_t f = 0; f < film.frames(); ++f) {
        if (height >= 6) {
            const auto m = maskOf(film, f, ink);
            const auto parts = pieces(m, film.width, place.rows, place.gap);
            std::vector<Range> signs;
            if (!place.cells.empty()) {
                for (const auto& cell : place.cells) {
                    // a cell holds a sign when a high piece of ink, or several that reach as far, stand in it
                    Range y{place.rows.length(), 0};
                    for (const auto& p : parts)
                        if (p.x.from < cell.to && p.x.to > cell.from)
                            y = {std::min(y.from, p.y.from), std::max(y.to, p.y.to)};
                    if (y.to > y.from && num(y.length()) >= kLowest * height) signs.push_back(cell);
                }
            } else
                for (const auto& p : parts)
                    if (num(p.y.length()) >= kLowest * height) part(m, film.width, place.rows, p, signs);
            for (const auto& s : signs)
                out.glyphs.push_back(glyphAt(m, film.width, place.rows, num(s.from), num(s.to)));
        }
        out.firstOf.push_back(out.glyphs.size());
    }
    return out;
}

} // namespace hl
