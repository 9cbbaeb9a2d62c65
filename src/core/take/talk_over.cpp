// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/talk_over.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kCrumbS = 0.7, kLongestS = 11; // s: less is a part of a sentence, more is several
constexpr double kFarS = 1.2;                   // s: what is so far away belongs to something else

struct Span {
    double fromS, toS;
    double length() const { return toS - fromS; }
};

std::vector<Span> spokenBetween(const std::vector<Pause>& quiet, double fromS, double toS) {
    std::vector<Span> out;
    double from = fromS;
    for (const auto& q : quiet) {
        if (q.endS <= fromS || q.startS >= toS) continue;
        if (q.startS > from + 0.05) out.push_back({from, q.startS});
        from = std::max(from, q.endS);
    }
    if (toS > from + 0.05) out.push_back({from, toS});
    return out;
}

void joinCrumbs(std::vector<Span>& all) {
    for (std::size_t i = 0; i < all.size() && all.size() > 1;) {
        if (all[i].length() >= kCrumbS) {
            ++i;
            continue;
        }
        const double before = i > 0 ? all[i].fromS - all[i - 1].toS : 1e9,
                     after = i + 1 < all.size() ? all[i + 1].fromS - all[i].toS : 1e9;
        if (std::min(before, after) > kFarS) {
            ++i;
            continue;
        }
        const auto first = before <= after ? i - 1 : i;
        all[first].toS = all[first + 1].toS;
        all.erase(all.begin() + static_cast<std::ptrdiff_t>(first) + 1);
        i = first;
    }
}

void partAtLongest(const Loudness& loudness, Span span, std::vector<Span>& out) {
    constexpr double kShortestPauseS = 0.12;
    if (span.length() <= kLongestS) return out.push_back(span);
    const Pause* best = nullptr;
    const auto quiet = quietParts(loudness, kShortestPauseS);
    for (const auto& q : quiet)
        if (q.startS > span.fromS + 2 && q.endS < span.toS - 2 &&
            (!best || q.endS - q.startS > best->endS - best->startS))
            best = &q;
    if (!best) return out.push_back(span);
    partAtLongest(loudness, {span.fromS, best->startS}, out);
    partAtLongest(loudness, {best->endS, span.toS}, out);
}

} // namespace

std::vector<TalkedPiece> piecesByPauses(const Loudness& loudness, double lengthS, double leastPauseS) {
    std::vector<TalkedPiece> out;
    if (!loudness.anySpeech()) return out;
    auto spans = spokenBetween(quietParts(loudness, leastPauseS), 0, lengthS);
    joinCrumbs(spans);
    std::vector<Span> parted;
    for (const auto& s : spans) partAtLongest(loudness, s, parted);
    constexpr double kRoomS = 0.12; // a breath before the word
    for (const auto& s : parted) {
        TalkedPiece p;
        p.fromS = std::max(0.0, s.fromS - kRoomS), p.toS = std::min(lengthS, s.toS + kRoomS);
        p.take.fromS = p.fromS, p.take.toS = p.toS;
        out.push_back(std::move(p));
    }
    for (std::size_t i = 1; i < out.size(); ++i)
        if (out[i].fromS < out[i - 1].toS) {
            const double seam = (out[i].fromS + out[i - 1].toS) / 2;
            out[i].fromS = out[i].take.fromS = out[i - 1].toS = out[i - 1].take.toS = seam;
        }
    return out;
}

} // namespace hl
