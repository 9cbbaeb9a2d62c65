// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/alike.h"

#include "core/sync/fft_plan.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <memory>

namespace hl {
namespace {

constexpr double kStep = 0.02;      // s, the common grid
constexpr double kLeastShared = 12; // s of film inside the log
constexpr double kSecondAwayS = 1.5;

/// Values on an even grid, with their slow drift (a tilted camera, a sensor's offset) and their leaps taken out.
std::vector<double> gridded(const std::vector<double>& t, const std::vector<double>& v, double from, double to) {
    std::vector<double> out;
    std::size_t i = 0;
    for (double at = from; at <= to; at += kStep) {
        while (i + 2 < t.size() && t[i + 1] < at) ++i;
        const double f = std::clamp((at - t[i]) / std::max(1e-6, t[i + 1] - t[i]), 0.0, 1.0);
        out.push_back(lerp(v[i], v[i + 1], f));
    }
    std::vector<double> size;
    for (const double x : out) size.push_back(std::abs(x));
    const double bound = 6 * std::max(1e-9, median(std::move(size)));
    for (double& x : out) x = std::isnan(x) ? 0 : std::clamp(x, -bound, bound);
    return out;
}

struct FreeFftw {
    void operator()(void* p) const { fftwf_free(p); }
};

/// Products of b with a shifted by each k = 0..na+nb-2 (lag k - (nb - 1)), by spectra.
std::vector<double> products(const std::vector<double>& a, const std::vector<double>& b) {
    std::size_t n = 1;
    while (n < a.size() + b.size()) n *= 2;
    const auto room = [n] {
        return std::unique_ptr<float, FreeFftw>(static_cast<float*>(fftwf_malloc(sizeof(float) * 2 * (n / 2 + 1))));
    };
    auto fa = room(), fb = room();
    std::fill(fa.get(), fa.get() + 2 * (n / 2 + 1), 0.0f);
    std::fill(fb.get(), fb.get() + 2 * (n / 2 + 1), 0.0f);
    const int size = static_cast<int>(n);
    auto* sa = reinterpret_cast<fftwf_complex*>(fa.get());
    auto* sb = reinterpret_cast<fftwf_complex*>(fb.get());
    const auto forwardA = fftPlan([&] { return fftwf_plan_dft_r2c_1d(size, fa.get(), sa, FFTW_ESTIMATE); });
    const auto forwardB = fftPlan([&] { return fftwf_plan_dft_r2c_1d(size, fb.get(), sb, FFTW_ESTIMATE); });
    const auto back = fftPlan([&] { return fftwf_plan_dft_c2r_1d(size, sa, fa.get(), FFTW_ESTIMATE); });
    for (std::size_t i = 0; i < a.size(); ++i) fa.get()[i] = static_cast<float>(a[i]);
    for (std::size_t i = 0; i < b.size(); ++i) fb.get()[b.size() - 1 - i] = static_cast<float>(b[i]);
    fftwf_execute(forwardA.get());
    fftwf_execute(forwardB.get());
    for (std::size_t i = 0; i <= n / 2; ++i) {
        const float re = sa[i][0] * sb[i][0] - sa[i][1] * sb[i][1], im = sa[i][0] * sb[i][1] + sa[i][1] * sb[i][0];
        sa[i][0] = re, sa[i][1] = im;
    }
    fftwf_execute(back.get());
    std::vector<double> out(a.size() + b.size() - 1);
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = fa.get()[i] / static_cast<double>(n);
    return out;
}

/// Correlation of film and log for every lag at which they share enough, -1 elsewhere. Index k is lag k - (film - 1).
std::vector<double> likeness(const std::vector<double>& log, const std::vector<double>& film) {
    auto r = products(log, film);
    std::vector<double> logSquares(log.size() + 1, 0.0), filmSquares(film.size() + 1, 0.0);
    for (std::size_t i = 0; i < log.size(); ++i) logSquares[i + 1] = logSquares[i] + log[i] * log[i];
    for (std::size_t i = 0; i < film.size(); ++i) filmSquares[i + 1] = filmSquares[i] + film[i] * film[i];
    const auto least = static_cast<long>(kLeastShared / kStep), nf = static_cast<long>(film.size()),
               nl = static_cast<long>(log.size());
    for (std::size_t k = 0; k < r.size(); ++k) {
        const long lag = static_cast<long>(k) - (nf - 1);
        const long a = std::max(0L, lag), b = std::min(nl, lag + nf);
        const double energy =
            (logSquares[static_cast<std::size_t>(b)] - logSquares[static_cast<std::size_t>(a)]) *
            (filmSquares[static_cast<std::size_t>(b - lag)] - filmSquares[static_cast<std::size_t>(a - lag)]);
        // a short overlap must not win by chance: it counts by the root of what it shares
        const double share = std::sqrt(static_cast<double>(b - a) / static_cast<double>(std::min(nf, nl)));
        r[k] = b - a < least || energy <= 0 ? -1 : r[k] / std::sqrt(energy) * share;
    }
    return r;
}

/// Laps of one driver move alike; the right one fits better in most seconds. The mean advantage of `lag` over `other`,
/// second by second, in its standard errors.
double leadOver(const std::vector<double>& log, const std::vector<double>& film, long lag, long other) {
    const auto at = [&](long i) {
        return i >= 0 && i < static_cast<long>(log.size()) ? log[static_cast<std::size_t>(i)] : 0.0;
    };
    const auto scale = [&](long by) { // of the log that fits the film best
        double xy = 0, yy = 0;
        for (std::size_t i = 0; i < film.size(); ++i)
            xy += film[i] * at(static_cast<long>(i) + by),
                yy += at(static_cast<long>(i) + by) * at(static_cast<long>(i) + by);
        return yy > 0 ? xy / yy : 0;
    };
    const double ka = scale(lag), kb = scale(other);
    const auto perBlock = static_cast<std::size_t>(1 / kStep);
    std::vector<double> blocks;
    for (std::size_t from = 0; from + perBlock <= film.size(); from += perBlock) {
        double d = 0;
        for (std::size_t i = from; i < from + perBlock; ++i) {
            const double ea = film[i] - ka * at(static_cast<long>(i) + lag),
                         eb = film[i] - kb * at(static_cast<long>(i) + other);
            d += eb * eb - ea * ea;
        }
        blocks.push_back(d);
    }
    double mean = 0, spread = 0;
    for (const double b : blocks) mean += b / num(blocks.size());
    for (const double b : blocks) spread += (b - mean) * (b - mean) / num(blocks.size());
    return mean / std::sqrt(spread / num(blocks.size()) + 1e-12);
}

} // namespace

std::optional<Alike> whereAlike(const Series& film, const Series& car) {
    if (film.t.size() < 50 || car.t.size() < 50 || film.t.back() - film.t.front() < kLeastShared) return std::nullopt;
    const auto f = gridded(film.t, film.v, film.t.front(), film.t.back());
    const auto c = gridded(car.t, car.v, car.t.front(), car.t.back());
    const auto r = likeness(c, f);
    const auto best = static_cast<std::size_t>(std::max_element(r.begin(), r.end()) - r.begin());
    const auto lagOf = [&](std::size_t k) { return static_cast<long>(k) - static_cast<long>(f.size() - 1); };
    const auto offsetOf = [&](std::size_t k) {
        return car.t.front() + static_cast<double>(lagOf(k)) * kStep - film.t.front();
    };
    Alike a;
    a.offsetS = offsetOf(best), a.likeness = r[best], a.lead = 10;
    std::vector<std::size_t> taken{best};
    constexpr std::size_t kMost = 4;
    while (a.others.size() < kMost) {
        std::size_t next = r.size();
        for (std::size_t k = 0; k < r.size(); ++k) {
            if (next != r.size() && r[k] <= r[next]) continue;
            const bool apart = std::none_of(taken.begin(), taken.end(), [&](std::size_t other) {
                return std::abs(num(k) - num(other)) * kStep <= kSecondAwayS;
            });
            if (apart) next = k;
        }
        if (next == r.size() || r[next] <= 0) break;
        if (taken.size() == 1) a.lead = leadOver(c, f, lagOf(best), lagOf(next));
        taken.push_back(next);
        a.others.push_back({offsetOf(next), r[next]});
    }
    return a;
}

} // namespace hl
