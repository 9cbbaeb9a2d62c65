// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/alike.h"

#include "core/sync/fft_plan.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <memory>

namespace hl {
namespace {

constexpr double kStep = 0.02;     // s, the common grid
constexpr double kLeastShared = 7; // s of film inside the log
constexpr double kLeastPart = 15;  // s inside the log that make a place worth a look
constexpr double kClearLead = 2.5; // standard errors
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

/// A short overlap must not win by chance: it counts by the root of what it shares.
double shareOf(long lag, std::size_t film, std::size_t log) {
    const long nf = static_cast<long>(film), nl = static_cast<long>(log);
    const long shared = std::min(nl, lag + nf) - std::max(0L, lag);
    return std::sqrt(static_cast<double>(std::max(0L, shared)) / static_cast<double>(std::min(nf, nl)));
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
        r[k] = b - a < least || energy <= 0 ? -1 : r[k] / std::sqrt(energy) * shareOf(lag, film.size(), log.size());
    }
    return r;
}

/// Laps of one driver move alike; the right one fits better in most seconds. The mean advantage of `lag` over `other`,
/// second by second, in its standard errors: in the seconds in which both places lie inside the log, else in all, what
/// lies outside counting as nothing seen.
double leadOver(const std::vector<double>& log, const std::vector<double>& film, long lag, long other) {
    const auto inside = [&](long i) { return i >= 0 && i < static_cast<long>(log.size()); };
    const auto at = [&](long i) { return inside(i) ? log[static_cast<std::size_t>(i)] : 0.0; };
    const auto perBlock = static_cast<std::size_t>(1 / kStep);
    std::vector<std::size_t> all, both; // first rows of blocks
    for (std::size_t from = 0; from + perBlock <= film.size(); from += perBlock) {
        const long a = static_cast<long>(from), b = static_cast<long>(from + perBlock) - 1;
        all.push_back(from);
        if (inside(a + lag) && inside(b + lag) && inside(a + other) && inside(b + other)) both.push_back(from);
    }
    const auto& blocks = num(both.size()) >= kLeastShared ? both : all;
    const auto scale = [&](long by) { // of the log that fits the film best
        double xy = 0, yy = 0;
        for (const auto from : blocks)
            for (std::size_t i = from; i < from + perBlock; ++i)
                xy += film[i] * at(static_cast<long>(i) + by),
                    yy += at(static_cast<long>(i) + by) * at(static_cast<long>(i) + by);
        return yy > 0 ? xy / yy : 0;
    };
    const double ka = scale(lag), kb = scale(other);
    std::vector<double> leads;
    for (const auto from : blocks) {
        double d = 0;
        for (std::size_t i = from; i < from + perBlock; ++i) {
            const double ea = film[i] - ka * at(static_cast<long>(i) + lag),
                         eb = film[i] - kb * at(static_cast<long>(i) + other);
            d += eb * eb - ea * ea;
        }
        leads.push_back(d);
    }
    double mean = 0, spread = 0;
    for (const double b : leads) mean += b / num(leads.size());
    for (const double b : leads) spread += (b - mean) * (b - mean) / num(leads.size());
    return mean / std::sqrt(spread / num(leads.size()) + 1e-12);
}

/// Adds the places with the highest values, best first, no two of them nearer than a breath.
void addTops(const std::vector<double>& r, std::size_t most, std::vector<std::size_t>& taken) {
    for (std::size_t added = 0; added < most; ++added) {
        std::size_t next = r.size();
        for (std::size_t k = 0; k < r.size(); ++k) {
            if (next != r.size() && r[k] <= r[next]) continue;
            const bool apart = std::none_of(taken.begin(), taken.end(), [&](std::size_t other) {
                return std::abs(num(k) - num(other)) * kStep <= kSecondAwayS;
            });
            if (apart) next = k;
        }
        if (next == r.size() || (!taken.empty() && r[next] <= 0)) break;
        taken.push_back(next);
    }
}

} // namespace

std::optional<Alike> whereAlike(const Series& film, const Series& car) {
    if (film.t.size() < 50 || car.t.size() < 50 || film.t.back() - film.t.front() < kLeastShared) return std::nullopt;
    const auto f = gridded(film.t, film.v, film.t.front(), film.t.back());
    const auto c = gridded(car.t, car.v, car.t.front(), car.t.back());
    const auto r = likeness(c, f);
    const auto lagOf = [&](std::size_t k) { return static_cast<long>(k) - static_cast<long>(f.size() - 1); };
    const auto offsetOf = [&](std::size_t k) {
        return car.t.front() + static_cast<double>(lagOf(k)) * kStep - film.t.front();
    };
    std::vector<std::size_t> places;
    addTops(r, 5, places);
    auto inside = r; // what is alike where it is inside, however little of the film that is
    for (std::size_t k = 0; k < inside.size(); ++k)
        if (inside[k] > 0) {
            const double share = shareOf(lagOf(k), f.size(), c.size());
            inside[k] = share * share * num(f.size()) * kStep < kLeastPart ? -1 : inside[k] / share;
        }
    addTops(inside, 3, places);
    // A film that begins before its log or ends after it shares less with the right place than with another lap: where
    // both are inside the log the right one fits better.
    for (std::size_t i = 1; i < places.size(); ++i)
        if (leadOver(c, f, lagOf(places[i]), lagOf(places.front())) > kClearLead) std::swap(places[i], places.front());
    Alike a;
    a.offsetS = offsetOf(places.front()), a.lead = 10;
    a.likeness = r[places.front()];
    for (std::size_t i = 1; i < places.size(); ++i) {
        a.lead = std::min(a.lead, leadOver(c, f, lagOf(places.front()), lagOf(places[i])));
        a.others.push_back({offsetOf(places[i]), r[places[i]]});
    }
    std::stable_sort(a.others.begin(), a.others.end(),
                     [](const Alike::Place& x, const Alike::Place& y) { return x.likeness > y.likeness; });
    return a;
}

} // namespace hl
