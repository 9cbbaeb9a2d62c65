// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/said.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kShortS = 0.1; // of a word of which only the beginning is known

double endOf(const SaidPlace& p) {
    if (p.laid()) return p.endS;
    return std::isnan(p.nearEndS) ? p.nearS + kShortS : p.nearEndS;
}
double startOf(const SaidPlace& p) { return p.laid() ? p.startS : p.nearS; }

std::string words(const Reading& r) {
    std::string out;
    for (const auto& w : r) out += (out.empty() ? "" : " ") + w;
    return out;
}

} // namespace

void laidAt(SaidPlace& place, const Fit::Said& fit, double fromS) {
    place.startS = fromS + fit.startS, place.endS = fromS + fit.endS;
    place.reading = fit.reading;
}

std::vector<Difference> differencesOf(const std::vector<ScriptToken>& script, const std::vector<SaidPlace>& said) {
    std::vector<Difference> out;
    std::size_t token = 0; // that comes next if all is said as written
    const auto silent = [&](std::size_t t) { return script[t].readings.empty(); };
    for (std::size_t i = 0; i <= said.size();) {
        auto k = i;
        while (k < said.size() && said[k].token == kNoToken) ++k;
        const auto next = k < said.size() ? said[k].token : script.size();
        auto from = token, to = next;
        while (from < to && silent(from)) ++from;
        while (to > from && silent(to - 1)) --to;
        if (from < to || i < k) {
            Difference d;
            d.kind = from == to ? DifferenceKind::Added : i == k ? DifferenceKind::Missing : DifferenceKind::Changed;
            d.tokenFrom = from == to ? next : from, d.tokenTo = from == to ? next : to;
            for (auto t = d.tokenFrom; t < d.tokenTo; ++t) d.script += (d.script.empty() ? "" : " ") + script[t].text;
            for (auto w = i; w < k; ++w)
                d.heard += (d.heard.empty() ? "" : " ") + words(said[w].readings[said[w].reading]);
            d.startS = i < k ? startOf(said[i]) : i > 0 ? endOf(said[i - 1]) : 0;
            d.endS = i < k ? endOf(said[k - 1]) : d.startS;
            out.push_back(std::move(d));
        }
        token = next + 1, i = k + 1;
    }
    return out;
}

std::vector<AlignedToken> alignedTokens(const std::vector<SaidPlace>& said) {
    std::vector<AlignedToken> out;
    for (const auto& p : said)
        if (p.token != kNoToken) out.push_back({p.token, startOf(p), endOf(p), p.sure && p.laid()});
    return out;
}

std::vector<Pause> pausesOf(const Loudness& loudness, const std::vector<SaidPlace>& said) {
    constexpr double kPauseS = 0.2;
    auto all = quietParts(loudness, kPauseS);
    constexpr double kGapS = 0.3, kRoomS = 0.05; // a word may end in what the recogniser takes for silence
    constexpr double kSofterDb = 12;             // than speech
    for (std::size_t i = 0; i + 1 < said.size(); ++i) {
        if (!said[i].laid() || !said[i + 1].laid() || said[i + 1].startS - said[i].endS < kGapS) continue;
        const Pause gap{said[i].endS + kRoomS, said[i + 1].startS - kRoomS};
        const auto from = static_cast<std::size_t>(gap.startS / Loudness::kStepS);
        const auto to = std::min(loudness.db.size(), static_cast<std::size_t>(gap.endS / Loudness::kStepS));
        bool soft = true;
        for (auto k = from; k < to; ++k) soft &= loudness.db[k] < loudness.speechDb - kSofterDb;
        if (soft) all.push_back(gap);
    }
    std::sort(all.begin(), all.end(), [](const Pause& a, const Pause& b) { return a.startS < b.startS; });
    std::vector<Pause> out;
    for (const auto& p : all)
        if (!out.empty() && p.startS <= out.back().endS)
            out.back().endS = std::max(out.back().endS, p.endS);
        else
            out.push_back(p);
    return out;
}

} // namespace hl
