// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/motion.h"

#include "core/sync/fft_plan.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kStep = 0.02;        // s, the common grid
constexpr double kLeastShared = 12;   // s of film inside the log
constexpr double kLeastLikeness = 0.4; // correlation below this is no likeness at all
constexpr double kLeastLead = 1.5;     // standard errors by which the best place beats the second best
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

/// Without what changes slowly (the stream of near things past the car): the mean of two seconds each way taken out.
std::vector<double> quickPart(const std::vector<double>& v) {
    constexpr auto kHalf = static_cast<std::size_t>(2 / kStep);
    std::vector<double> sum(v.size() + 1, 0.0), out;
    for (std::size_t i = 0; i < v.size(); ++i) sum[i + 1] = sum[i] + v[i];
    for (std::size_t i = 0; i < v.size(); ++i) {
        const std::size_t a = i > kHalf ? i - kHalf : 0, b = std::min(v.size(), i + kHalf + 1);
        out.push_back(v[i] - (sum[b] - sum[a]) / num(b - a));
    }
    return out;
}

std::vector<double> known(const std::vector<double>& t, const std::vector<double>& v, std::vector<double>& knownT) {
    std::vector<double> out;
    for (std::size_t i = 0; i < t.size(); ++i)
        if (!std::isnan(v[i])) knownT.push_back(t[i]), out.push_back(v[i]);
    return out;
}

struct FreeFftw {
    void operator()(void* p) const { fftwf_free(p); }
};

/// Products of b with a shifted by each k = 0..na+nb-2 (lag k - (nb - 1)), by spectra.
std::vector<double> products(const std::vector<double>& a, const std::vector<double>& b) {
    std::size_t n = 1;
    while (n < a.size() + b.size()) n *= 2;
    const auto room = [n] { return std::unique_ptr<float, FreeFftw>(static_cast<float*>(fftwf_malloc(sizeof(float) * 2 * (n / 2 + 1)))); };
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
    const auto least = static_cast<long>(kLeastShared / kStep), nf = static_cast<long>(film.size()), nl = static_cast<long>(log.size());
    for (std::size_t k = 0; k < r.size(); ++k) {
        const long lag = static_cast<long>(k) - (nf - 1);
        const long a = std::max(0L, lag), b = std::min(nl, lag + nf);
        const double energy = (logSquares[static_cast<std::size_t>(b)] - logSquares[static_cast<std::size_t>(a)]) * (filmSquares[static_cast<std::size_t>(b - lag)] - filmSquares[static_cast<std::size_t>(a - lag)]);
        // a short overlap must not win by chance: it counts by the root of what it shares
        const double share = std::sqrt(static_cast<double>(b - a) / static_cast<double>(std::min(nf, nl)));
        r[k] = b - a < least || energy <= 0 ? -1 : r[k] / std::sqrt(energy) * share;
    }
    return r;
}

/// Likeness of one piece of the film at a fractional lag around `lag` s, by direct sums.
double pieceLikeness(const std::vector<double>& log, double logStart, const std::vector<double>& film, double filmStart, std::size_t a, std::size_t b, double offset) {
    double xy = 0, xx = 0, yy = 0;
    for (std::size_t i = a; i < b; ++i) {
        const double u = (filmStart + num(i) * kStep + offset - logStart) / kStep;
        if (u < 0 || u + 1 >= num(log.size())) continue;
        const auto j = static_cast<std::size_t>(u);
        const double y = lerp(log[j], log[j + 1], u - std::floor(u));
        xy += film[i] * y, xx += film[i] * film[i], yy += y * y;
    }
    return xx > 0 && yy > 0 ? xy / std::sqrt(xx * yy) : 0;
}

struct Local {
    double at = 0, offset = 0, weight = 0; ///< footage s; log minus footage s
};

/// Laps of one driver turn alike; the right one fits better in most seconds. The mean advantage of `lag` over `other`,
/// second by second, in its standard errors.
double leadOver(const std::vector<double>& log, const std::vector<double>& film, long lag, long other) {
    const auto at = [&](long i) { return i >= 0 && i < static_cast<long>(log.size()) ? log[static_cast<std::size_t>(i)] : 0.0; };
    const auto scale = [&](long by) { // of the log that fits the film best
        double xy = 0, yy = 0;
        for (std::size_t i = 0; i < film.size(); ++i) xy += film[i] * at(static_cast<long>(i) + by), yy += at(static_cast<long>(i) + by) * at(static_cast<long>(i) + by);
        return yy > 0 ? xy / yy : 0;
    };
    const double ka = scale(lag), kb = scale(other);
    const auto perBlock = static_cast<std::size_t>(1 / kStep);
    std::vector<double> blocks;
    for (std::size_t from = 0; from + perBlock <= film.size(); from += perBlock) {
        double d = 0;
        for (std::size_t i = from; i < from + perBlock; ++i) {
            const double ea = film[i] - ka * at(static_cast<long>(i) + lag), eb = film[i] - kb * at(static_cast<long>(i) + other);
            d += eb * eb - ea * ea;
        }
        blocks.push_back(d);
    }
    double mean = 0, spread = 0;
    for (const double b : blocks) mean += b / num(blocks.size());
    for (const double b : blocks) spread += (b - mean) * (b - mean) / num(blocks.size());
    return mean / std::sqrt(spread / num(blocks.size()) + 1e-12);
}

/// The best offset of a piece near the whole film's: the top of a parabola over a third of a second each way.
Local localOffset(const std::vector<double>& log, double logStart, const std::vector<double>& film, double filmStart, std::size_t a, std::size_t b, double offset) {
    constexpr int kHalf = 8;
    constexpr double kReach = 0.16;
    double best = offset;
    for (int round = 0; round < 3; ++round) {
        double sy = 0, sxy = 0, sxxy = 0, s2 = 0, s4 = 0;
        for (int i = -kHalf; i <= kHalf; ++i) {
            const double x = static_cast<double>(i) / kHalf, y = pieceLikeness(log, logStart, film, filmStart, a, b, best + x * kReach);
            sy += y, sxy += x * y, sxxy += x * x * y, s2 += x * x, s4 += x * x * x * x;
        }
        const double bend = (sxxy - s2 * sy / (2 * kHalf + 1)) / (s4 - s2 * s2 / (2 * kHalf + 1));
        if (bend > -1e-9) return {0, offset, 0};
        best += std::clamp(-sxy / s2 / (2 * bend), -1.0, 1.0) * kReach;
    }
    const double top = pieceLikeness(log, logStart, film, filmStart, a, b, best);
    double turning = 0;
    for (std::size_t i = a; i < b; ++i) turning += film[i] * film[i];
    return {filmStart + num(a + b) / 2 * kStep, best, std::max(0.0, top) * std::max(0.0, top) * turning};
}

/// Offset and drift through the pieces; the drift only when the film is long enough to tell.
ClockTie through(const std::vector<Local>& pieces, double lengthS) {
    double w = 0, mt = 0, mo = 0;
    for (const auto& p : pieces) w += p.weight, mt += p.weight * p.at, mo += p.weight * p.offset;
    mt /= w, mo /= w;
    double tt = 0, to = 0;
    for (const auto& p : pieces) tt += p.weight * (p.at - mt) * (p.at - mt), to += p.weight * (p.at - mt) * (p.offset - mo);
    const double plain = tt > 0 ? to / tt : 0;
    double rest = 0, restFlat = 0;
    for (const auto& p : pieces) {
        rest += p.weight * std::pow(p.offset - mo - plain * (p.at - mt), 2);
        restFlat += p.weight * std::pow(p.offset - mo, 2);
    }
    // A slope is believed when it explains most of the scatter; usual clocks are within 200 ppm.
    const bool drifts = lengthS > 80 && pieces.size() > 4 && std::abs(plain) < 5e-4 && rest < 0.4 * restFlat;
    ClockTie tie;
    tie.driftPpm = drifts ? plain * 1e6 : 0;
    tie.offsetS = mo - (drifts ? plain : 0) * mt;
    const double scatter = std::sqrt((drifts ? rest : restFlat) / w / std::max(1.0, num(pieces.size()) - 1));
    tie.uncertaintyMs = std::clamp(1000 * 2.2 * scatter, 12.0, 500.0);
    return tie;
}

} // namespace

std::vector<double> turningOf(const CarLog& log) {
    if (log.has(Channel::YawRate)) return log[Channel::YawRate];
    const auto& t = log[Channel::Time];
    std::vector<double> out(t.size(), 0.0);
    if (log.hasPosition()) {
        const auto &x = log[Channel::X], &y = log[Channel::Y];
        std::size_t a = 0, b = 0;
        for (std::size_t i = 0; i < t.size(); ++i) {
            constexpr double kWindow = 0.2; // s each way
            while (t[i] - t[a] > kWindow && a + 1 < i) ++a;
            while (b + 1 < t.size() && t[b] - t[i] < kWindow) ++b;
            const double ux = x[i] - x[a], uy = y[i] - y[a], vx = x[b] - x[i], vy = y[b] - y[i], span = (t[b] - t[a]) / 2;
            if (a < i && b > i && span > 0 && span < 2 && std::hypot(ux, uy) > 3 * (t[i] - t[a])) out[i] = std::atan2(ux * vy - uy * vx, ux * vx + uy * vy) / span;
        }
        return out;
    }
    if (!log.has(Channel::LateralAcc) || !log.has(Channel::Speed)) return {};
    for (std::size_t i = 0; i < t.size(); ++i) out[i] = log[Channel::LateralAcc][i] / std::max(8.0, log[Channel::Speed][i]);
    return out;
}

Result<ClockTie> syncByMotion(const PictureMotion& picture, const CarLog& log) {
    const auto turning = turningOf(log);
    if (turning.empty()) return Error{"sync.no-turning", "the log does not show how the car turns", "", "yaw rate, positions or lateral acceleration, or two pairs set by hand"};
    std::vector<double> filmT;
    const auto sideways = known(picture.footageS, picture.sideways, filmT);
    if (filmT.size() < 50 || filmT.back() - filmT.front() < kLeastShared) return Error{"sync.too-short", "the film shows less than 12 s of movement", "", "a longer film, or two pairs set by hand"};
    const auto& t = log[Channel::Time];
    const auto film = gridded(filmT, sideways, filmT.front(), filmT.back()), car = gridded(t, turning, t.front(), t.back());
    const auto r = likeness(car, film);
    const auto best = static_cast<std::size_t>(std::max_element(r.begin(), r.end()) - r.begin());
    auto second = r.size();
    for (std::size_t k = 0; k < r.size(); ++k)
        if (std::abs(num(k) - num(best)) * kStep > kSecondAwayS && (second == r.size() || r[k] > r[second])) second = k;
    const auto lagOf = [&](std::size_t k) { return static_cast<long>(k) - static_cast<long>(film.size() - 1); };
    const double lead = second < r.size() && r[second] > 0 ? leadOver(car, film, lagOf(best), lagOf(second)) : 10;
    if (r[best] < kLeastLikeness)
        return Error{"sync.not-sure", "the turning of the picture does not fit the log anywhere", "", "the film of this log, or two pairs set by hand"};
    if (lead < kLeastLead)
        return Error{"sync.not-sure", "the picture turns alike at two places of the log, " + std::to_string(std::lround(num(best) * kStep - num(film.size()) * kStep + t.front())) + " s and " + std::to_string(std::lround(num(second) * kStep - num(film.size()) * kStep + t.front())) + " s", "", "the film of this log, or two pairs set by hand"};

    const double lag = (num(best) - (num(film.size()) - 1)) * kStep; // film sample 0 is this long after the log's first
    const double offset = t.front() + lag - filmT.front();
    const std::size_t pieces = std::clamp<std::size_t>(static_cast<std::size_t>(num(film.size()) * kStep / 9), 2, 24), each = film.size() / pieces;
    std::vector<Local> local;
    const auto quickCar = quickPart(car), quickFilm = quickPart(film);
    for (std::size_t p = 0; p < pieces; ++p)
        if (const auto l = localOffset(quickCar, t.front(), quickFilm, filmT.front(), p * each, (p + 1) * each, offset); l.weight > 0 && std::abs(l.offset - offset) < 0.4) local.push_back(l);
    if (local.size() < 2) return Error{"sync.not-sure", "too little of the film turns as the log does", "", "a film with more corners in it, or two pairs set by hand"};
    auto tie = through(local, num(film.size()) * kStep);
    tie.method = "motion";
    tie.confidence = std::clamp(r[best], 0.0, 1.0) * lead / (lead + 2);
    return tie;
}

Result<ClockTie> weighed(const ClockTie& a, const ClockTie& b) {
    const double apart = std::abs(a.offsetS - b.offsetS) * 1000, together = std::hypot(a.uncertaintyMs, b.uncertaintyMs);
    if (apart > 3 * together + 40)
        return Error{"sync.not-sure", "sound and picture contradict each other by " + std::to_string(static_cast<int>(apart)) + " ms", "", "the film of this log, or two pairs set by hand"};
    const double wa = 1 / (a.uncertaintyMs * a.uncertaintyMs), wb = 1 / (b.uncertaintyMs * b.uncertaintyMs);
    ClockTie tie = wa > wb ? a : b; // the drift of the surer one
    tie.offsetS = (a.offsetS * wa + b.offsetS * wb) / (wa + wb);
    tie.uncertaintyMs = std::max(1 / std::sqrt(wa + wb), apart / 2);
    tie.confidence = 1 - (1 - a.confidence) * (1 - b.confidence);
    tie.method = "both";
    return tie;
}

} // namespace hl
