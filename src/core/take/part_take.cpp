// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/part_take.h"

#include <algorithm>

namespace hl {

std::optional<std::pair<Take, Take>> partedTake(const Take& take, const std::string& words, std::size_t at) {
    if (take.text != words || at > words.size()) return std::nullopt;
    const auto from = std::min(words.find_first_not_of(' ', at), words.size());
    Take first = take, second = take;
    first.words.clear(), second.words.clear(), first.slips.clear(), second.slips.clear();
    for (auto w : take.words) {
        if (w.from < at)
            first.words.push_back(w);
        else
            w.from -= std::min(w.from, from), second.words.push_back(w);
    }
    if (first.words.empty() || second.words.empty()) return std::nullopt;
    const double seam = std::clamp((first.words.back().endS + second.words.front().startS) / 2, take.fromS, take.toS);
    for (auto s : take.slips) {
        if (s.from < at || (s.from == s.to && s.endS <= seam))
            s.to = std::min(s.to, at), first.slips.push_back(s);
        else
            s.from -= std::min(s.from, from), s.to -= std::min(s.to, from), second.slips.push_back(s);
    }
    const auto end = words.find_last_not_of(' ', at == 0 ? 0 : at - 1);
    first.text = words.substr(0, end == std::string::npos ? 0 : end + 1), second.text = words.substr(from);
    first.toS = seam, second.fromS = seam;
    first.cuts.clear(), second.cuts.clear();
    for (const auto& c : take.cuts) {
        if (c.fromS < seam) first.cuts.push_back({c.fromS, std::min(c.toS, seam)});
        if (c.toS > seam) second.cuts.push_back({std::max(c.fromS, seam), c.toS});
    }
    return std::pair(std::move(first), std::move(second));
}

std::optional<Take> joinedTake(const Take& first, const Take& second) {
    constexpr double kBreathS = 0.35;
    if (first.file != second.file || second.fromS < first.toS - 1e-6) return std::nullopt;
    Take one = first;
    const auto moved = first.text.size() + 1;
    one.text = first.text + " " + second.text;
    one.toS = second.toS;
    for (auto w : second.words) w.from += moved, one.words.push_back(w);
    for (auto s : second.slips) s.from += moved, s.to += moved, one.slips.push_back(s);
    if (second.fromS - first.toS > kBreathS)
        one.cuts.push_back({first.toS + kBreathS / 2, second.fromS - kBreathS / 2});
    one.cuts.insert(one.cuts.end(), second.cuts.begin(), second.cuts.end());
    return one;
}

} // namespace hl
