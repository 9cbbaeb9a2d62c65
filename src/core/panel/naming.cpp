// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panel/naming.h"

#include <algorithm>
#include <numeric>
#include <random>

namespace hl {
namespace {

constexpr double kGoesOn = 3;        // weight of the cost against the votes
constexpr int kStarts = 24;          // beside the voted one
constexpr double kGoodEnough = 0.02; // of the cost: no need to look elsewhere

double agreed(const Votes& votes, const std::vector<std::size_t>& counts, const std::vector<int>& labels) {
    constexpr double kFew = 2; // votes that are hardly more than one slip
    double all = 0, with = 0;
    for (std::size_t g = 0; g < votes.size(); ++g) {
        const double said = std::accumulate(votes[g].begin(), votes[g].end(), 0.0);
        const double weight = static_cast<double>(counts[g]) / (said + kFew);
        all += weight * said, with += weight * votes[g][static_cast<std::size_t>(labels[g])];
    }
    return all > 0 ? with / all : 0;
}

bool heard(const std::array<double, kLabels>& votes) {
    return std::any_of(votes.begin(), votes.end(), [](double v) { return v > 0; });
}

struct Climb {
    const Votes& votes;
    const std::vector<std::size_t>& counts;
    const std::vector<int>& allowed;
    const std::function<double(const std::vector<int>&)>& cost;

    double worth(const std::vector<int>& labels) const {
        return agreed(votes, counts, labels) - kGoesOn * cost(labels);
    }

    /// Renaming one group, or exchanging two names, as long as it helps.
    double up(std::vector<int>& labels) const {
        double best = worth(labels);
        for (bool better = true; better;) {
            better = false;
            const auto keep = [&](std::vector<int> other) {
                if (const double w = worth(other); w > best + 1e-9) best = w, labels = std::move(other), better = true;
            };
            for (std::size_t g = 0; g < labels.size(); ++g)
                for (const int label : allowed) {
                    if (label == labels[g]) continue;
                    auto other = labels;
                    other[g] = label;
                    keep(std::move(other));
                }
            for (std::size_t i = 0; i < allowed.size(); ++i)
                for (std::size_t k = i + 1; k < allowed.size(); ++k) {
                    auto other = labels;
                    for (int& l : other) l = l == allowed[i] ? allowed[k] : l == allowed[k] ? allowed[i] : l;
                    keep(std::move(other));
                }
        }
        return best;
    }
};

} // namespace

double certainty(const Votes& votes, std::size_t group, int label, double without) {
    const double all = std::accumulate(votes[group].begin(), votes[group].end(), 0.0);
    return all > 0 ? votes[group][static_cast<std::size_t>(label)] / all : without;
}

Named bestNames(const Votes& votes, const std::vector<std::size_t>& counts, const std::vector<int>& allowed,
                const std::function<double(const std::vector<int>&)>& cost) {
    std::vector<int> labels(votes.size());
    std::mt19937 rng(17);
    const auto any = [&] { return allowed[rng() % allowed.size()]; };
    for (std::size_t g = 0; g < votes.size(); ++g) {
        labels[g] = any();
        double most = 0;
        for (const int l : allowed)
            if (const double v = votes[g][static_cast<std::size_t>(l)]; v > most) most = v, labels[g] = l;
    }
    const Climb climb{votes, counts, allowed, cost};
    double best = climb.up(labels);
    const auto voted = labels;
    for (int start = 0; start < kStarts && cost(labels) > kGoodEnough; ++start) {
        // names nobody spoke for are dealt anew, each once; every fourth time all of them
        auto names = allowed;
        if (start % 4 != 3)
            for (std::size_t g = 0; g < votes.size(); ++g)
                if (heard(votes[g])) std::erase(names, voted[g]);
        std::shuffle(names.begin(), names.end(), rng);
        auto other = voted;
        for (std::size_t g = 0, next = 0; g < votes.size(); ++g)
            if (start % 4 == 3 || !heard(votes[g])) other[g] = next < names.size() ? names[next++] : any();
        if (const double w = climb.up(other); w > best) best = w, labels = std::move(other);
    }
    return {labels, cost(labels)};
}

} // namespace hl
