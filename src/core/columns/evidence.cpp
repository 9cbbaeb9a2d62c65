// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/columns/evidence.h"

#include "core/units/on_all_cores.h"

#include <algorithm>
#include <cmath>

namespace hl {

bool Columns::taken(Channel channel) const {
    return std::any_of(claims.begin(), claims.end(), [&](auto& k) { return k && k->channel == channel; });
}

double Columns::hint(std::size_t c, Channel channel) const {
    constexpr double kSure = 0.03, kResembles = 0.015, kOther = -0.01, kChosen = 1;
    const auto& n = names[c];
    if (n.channel == channel) return n.chosen ? kChosen : (n.sure ? kSure : kResembles);
    return n.chosen ? -kChosen : (n.channel != Channel::Count && n.sure ? kOther : 0);
}

std::optional<double> Columns::givenFactor(std::size_t c, Channel channel) const {
    if (names[c].channel == channel && names[c].unitGiven) return names[c].factor;
    return names[c].unit.empty() ? std::nullopt : unitFactor(channel, names[c].unit);
}

Columns columnsOn(const ColumnValues& values, const std::vector<Behaviour>& runs, const std::vector<ColumnGuess>& names,
                  std::vector<double> t) {
    Columns c{values, runs, names, std::move(t), {}, {}, {}, {}, {}, {}};
    c.spans = spansOf(values, c.t);
    for (const auto& s : c.spans) c.dt.push_back(c.t[s.to] - c.t[s.from]);
    const auto n = values.columns.size();
    c.mean.resize(n), c.peaked.resize(n), c.change.resize(n), c.claims.resize(n);
    const auto weights = peakedWeights(c.spans, c.t);
    onAllCores(n, [&](std::size_t i) {
        const auto& y = values.columns[i];
        c.mean[i] = meanOver(c.spans, c.t, y), c.peaked[i] = peakedMeanOver(c.spans, weights, y);
        c.change[i] = changeOver(c.spans, y);
    });
    return c;
}

ColumnEvidence evidenceOf(std::string with, const Fit& fit, const OverSpans& here, const OverSpans& there) {
    constexpr std::size_t kShown = 240;
    ColumnEvidence e{std::move(with), fit.likeness, {}, {}};
    const auto n = std::min(here.size(), there.size());
    const auto every = std::clamp<std::size_t>(n / kShown, 1, 5); // spans overlap; some forty seconds of driving
    for (std::size_t k = 0; k < n && e.here.size() < kShown; k += every) {
        e.here.push_back(static_cast<float>(fit.slope * here[k] + fit.offset));
        e.there.push_back(static_cast<float>(there[k]));
    }
    return e;
}

std::optional<double> nearestUnit(Channel channel, double factor, double tolerance) {
    std::optional<double> best;
    double least = std::log1p(tolerance);
    for (const auto unit : unitsOf(channel)) {
        const double f = *unitFactor(channel, unit), off = std::abs(std::log(std::abs(factor) / f));
        if (off <= least) least = off, best = factor < 0 ? -f : f;
    }
    return best;
}

std::string unitName(Channel channel, double factor) {
    for (const auto unit : unitsOf(channel))
        if (std::abs(std::abs(factor) / *unitFactor(channel, unit) - 1) < 1e-6) return std::string(unit);
    return {};
}

} // namespace hl
