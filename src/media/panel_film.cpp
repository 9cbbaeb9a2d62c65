// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/panel_film.h"

#include "media/video_reader.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr std::size_t kMostCells = 160, kLeastCells = 24, kMostBands = 5, kMostNumberWidth = 200;

/// One plane of a picture, read between its points.
struct Plane {
    const std::uint8_t* values;
    int width, height;
    double at(double x, double y) const {
        x = std::clamp(x - 0.5, 0.0, static_cast<double>(width - 1)),
        y = std::clamp(y - 0.5, 0.0, static_cast<double>(height - 1));
        const int x0 = std::min(static_cast<int>(x), width - 2), y0 = std::min(static_cast<int>(y), height - 2);
        const double fx = x - x0, fy = y - y0;
        const auto* p = values + static_cast<std::ptrdiff_t>(y0) * width + x0;
        return (p[0] * (1 - fx) + p[1] * fx) * (1 - fy) + (p[width] * (1 - fx) + p[width + 1] * fx) * fy;
    }
    /// Mean over a rectangle, by as many points as it has pixels.
    std::uint8_t over(double x, double y, double w, double h) const {
        const int nx = std::max(1, static_cast<int>(std::ceil(w))), ny = std::max(1, static_cast<int>(std::ceil(h)));
        double sum = 0;
        for (int j = 0; j < ny; ++j)
            for (int i = 0; i < nx; ++i) sum += at(x + w * (i + 0.5) / nx, y + h * (j + 0.5) / ny);
        return static_cast<std::uint8_t>(std::lround(sum / (nx * ny)));
    }
};

void cutBar(const YuvFrame& f, const PanelBox& b, BarFilm& to) {
    const bool upright = b.kind == PanelKind::BarUp || b.kind == PanelKind::BarDown;
    const double length = upright ? b.h : b.w, breadth = upright ? b.w : b.h;
    to.cells = std::clamp(static_cast<std::size_t>(std::lround(length)), kLeastCells, kMostCells);
    to.bands = std::clamp<std::size_t>(static_cast<std::size_t>(breadth / 2), 1, kMostBands);
    const Plane planes[] = {{f.y.data(), f.width, f.height},
                            {f.u.data(), f.width / 2, f.height / 2},
                            {f.v.data(), f.width / 2, f.height / 2}};
    const bool backward =
        b.kind == PanelKind::BarUp || b.kind == PanelKind::BarLeft; // the empty end lies below, or right
    for (std::size_t band = 0; band < to.bands; ++band)
        for (std::size_t cell = 0; cell < to.cells; ++cell) {
            const auto n = static_cast<double>(to.cells), m = static_cast<double>(to.bands);
            const double along = static_cast<double>(backward ? to.cells - 1 - cell : cell) / n,
                         across = static_cast<double>(band) / m;
            const double x = b.x + b.w * (upright ? across : along), y = b.y + b.h * (upright ? along : across);
            const double w = b.w / (upright ? m : n), h = b.h / (upright ? n : m);
            to.colours.push_back(planes[0].over(x, y, w, h));
            for (int k = 1; k < 3; ++k) to.colours.push_back(planes[k].over(x / 2, y / 2, w / 2, h / 2));
        }
}

void cutNumber(const YuvFrame& f, const PanelBox& b, NumberFilm& to) {
    to.height = kNumberHeight;
    to.width =
        std::clamp<std::size_t>(static_cast<std::size_t>(std::lround(kNumberHeight * b.w / b.h)), 8, kMostNumberWidth);
    const Plane plane{f.y.data(), f.width, f.height};
    const double w = b.w / static_cast<double>(to.width), h = b.h / static_cast<double>(to.height);
    for (std::size_t y = 0; y < to.height; ++y)
        for (std::size_t x = 0; x < to.width; ++x)
            to.grey.push_back(plane.over(b.x + w * static_cast<double>(x), b.y + h * static_cast<double>(y), w, h));
}

} // namespace

void cutOut(const YuvFrame& frame, const std::vector<PanelBox>& boxes, PanelFilm& to) {
    to.boxes.resize(boxes.size());
    to.t.push_back(seconds(frame.time));
    for (std::size_t i = 0; i < boxes.size(); ++i)
        if (isBar(boxes[i].kind))
            cutBar(frame, boxes[i], to.boxes[i].bar);
        else
            cutNumber(frame, boxes[i], to.boxes[i].number);
}

Result<PanelFilm> readPanelFilm(const std::filesystem::path& film, const std::vector<PanelBox>& boxes,
                                const std::function<bool(double)>& goOn) {
    auto reader = VideoReader::open(film);
    if (!reader) return reader.error();
    const auto& info = reader->info();
    if (const auto fits = fitBoxes(boxes, info.width, info.height); !fits) {
        auto e = fits.error();
        e.where = film.string();
        return e;
    }
    PanelFilm out;
    while (auto frame = reader->next()) {
        cutOut(*frame, boxes, out);
        if (out.t.size() % 50 == 0 &&
            !goOn(info.length.count() > 0 ? std::min(1.0, out.t.back() / info.length.count()) : 0))
            return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
    }
    return out;
}

} // namespace hl
