// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/said.h"

namespace hl {
namespace {

constexpr double kShortS = 0.1; // of a word of which only the beginning is known

double endOf(const SaidPlace& p) { return p.laid() ? p.endS : p.nearS + kShortS; }
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
            for (auto w = i; w < k; ++w) d.heard += (d.heard.empty() ? "" : " ") + words(said[w].readings[0]);
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

} // namespace hl
