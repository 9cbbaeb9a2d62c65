// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/take_sound.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <cctype>
#include <cmath>

namespace hl {
namespace {

constexpr double kFadeS = 0.008; // of a cross-fade: no click, and no word is short enough to suffer

/// Sample nearest to a moment at which the sound crosses zero, within a few milliseconds.
std::size_t quietSample(const Sound& s, double atS) {
    constexpr double kNearS = 0.004;
    const auto clampTo = [&](double t) {
        return static_cast<std::size_t>(std::clamp((t - s.startS) * s.rate, 0.0, num(s.samples.size())));
    };
    const auto middle = clampTo(atS), from = clampTo(atS - kNearS), to = clampTo(atS + kNearS);
    auto best = middle;
    float least = 2;
    for (auto i = from; i < to; ++i)
        if (std::abs(s.samples[i]) < least) least = std::abs(s.samples[i]), best = i;
    return best;
}

struct Token {
    std::size_t from;
    std::string plain;
};

/// White-space tokens, by their letters and digits alone: a comma more or less is the same word.
std::vector<Token> tokens(const std::string& text) {
    std::vector<Token> out;
    for (std::size_t i = 0; i < text.size();) {
        while (i < text.size() && std::isspace(static_cast<unsigned char>(text[i]))) ++i;
        const auto from = i;
        std::string plain;
        for (; i < text.size() && !std::isspace(static_cast<unsigned char>(text[i])); ++i)
            if (const auto c = static_cast<unsigned char>(text[i]); std::isalnum(c) || c >= 0x80)
                plain += static_cast<char>(std::tolower(c));
        if (!plain.empty()) out.push_back({from, plain});
    }
    return out;
}

/// For each token of `now` the one of `then` that it is; npos: a new one. The longest common sequence.
std::vector<std::size_t> keptTokens(const std::vector<Token>& then, const std::vector<Token>& now) {
    std::vector<std::vector<int>> longest(then.size() + 1, std::vector<int>(now.size() + 1, 0));
    for (auto i = then.size(); i-- > 0;)
        for (auto k = now.size(); k-- > 0;)
            longest[i][k] = then[i].plain == now[k].plain ? longest[i + 1][k + 1] + 1
                                                          : std::max(longest[i + 1][k], longest[i][k + 1]);
    std::vector<std::size_t> out(now.size(), std::string::npos);
    for (std::size_t i = 0, k = 0; i < then.size() && k < now.size();) {
        if (then[i].plain == now[k].plain)
            out[k++] = i++;
        else if (longest[i + 1][k] >= longest[i][k + 1])
            ++i;
        else
            ++k;
    }
    return out;
}

} // namespace

std::vector<CutOut> allCuts(const Take& take) {
    if (!(take.longestPauseS > 0)) return take.cuts;
    std::vector<std::pair<double, double>> busy;
    for (const auto& w : take.words) busy.emplace_back(w.startS, w.endS);
    for (const auto& s : take.slips)
        if (s.endS > s.startS) busy.emplace_back(s.startS, s.endS);
    for (const auto& c : take.cuts) busy.emplace_back(c.fromS, c.toS);
    std::sort(busy.begin(), busy.end());
    auto out = take.cuts;
    const auto pause = [&](double from, double to) {
        if (to - from > take.longestPauseS) out.push_back({from + take.longestPauseS / 2, to - take.longestPauseS / 2});
    };
    double spoken = take.fromS;
    for (const auto& [from, to] : busy) pause(spoken, from), spoken = std::max(spoken, to);
    pause(spoken, take.toS);
    std::sort(out.begin(), out.end(), [](auto& x, auto& y) { return x.fromS < y.fromS; });
    return out;
}

double heardAt(const Take& take, double fileS) {
    double t = std::clamp(fileS, take.fromS, take.toS) - take.fromS;
    for (const auto& c : allCuts(take)) t -= std::clamp(fileS, c.fromS, c.toS) - c.fromS;
    return t;
}

double heardLength(const Take& take) { return heardAt(take, take.toS); }

Sound heardSound(const Take& take, const Sound& file) {
    Sound out{file.rate, 0, {}};
    if (file.rate <= 0) return out;
    std::vector<std::pair<double, double>> parts;
    double from = take.fromS;
    for (const auto& c :
         allCuts(take)) { // half a fade of what is cut out is heard on either side: the length stays true
        parts.emplace_back(from, c.fromS + kFadeS / 2);
        from = c.toS - kFadeS / 2;
    }
    parts.emplace_back(from, take.toS);
    const auto fade = static_cast<std::size_t>(kFadeS * file.rate);
    for (const auto& [a, b] : parts) {
        const auto first = quietSample(file, a), last = std::max(first, quietSample(file, b));
        const auto lap = std::min({fade, out.samples.size(), last - first});
        const auto seam = out.samples.size() - lap;
        for (auto i = first; i < last; ++i) {
            float gain = 1;
            const auto k = i - first;
            if (k < fade) gain = static_cast<float>(num(k) / num(fade));
            if (last - i < fade) gain = std::min(gain, static_cast<float>(num(last - i) / num(fade)));
            if (k < lap)
                out.samples[seam + k] += gain * file.samples[i];
            else
                out.samples.push_back(gain * file.samples[i]);
        }
    }
    return out;
}

std::vector<SpokenWord> heardWords(const Take& take, const std::string& words) {
    const auto then = tokens(take.text), now = tokens(words);
    const auto kept = keptTokens(then, now);
    std::vector<double> starts(now.size(), kNaN);
    for (std::size_t k = 0; k < now.size(); ++k) {
        if (kept[k] == std::string::npos) continue;
        const auto w = std::find_if(take.words.begin(), take.words.end(),
                                    [&](const TakeWord& t) { return t.from == then[kept[k]].from; });
        if (w != take.words.end()) starts[k] = heardAt(take, w->startS);
    }
    const double length = heardLength(take);
    for (std::size_t k = 0; k < now.size();) {
        if (!std::isnan(starts[k])) {
            ++k;
            continue;
        }
        auto end = k;
        while (end < now.size() && std::isnan(starts[end])) ++end;
        const double a = k == 0 ? 0 : starts[k - 1], b = end == now.size() ? length : starts[end];
        const auto steps = end - k + (k == 0 ? 0 : 1);
        for (auto i = k; i < end; ++i)
            starts[i] = lerp(a, b, num(i - k + (k == 0 ? 0 : 1)) / num(std::max<std::size_t>(1, steps)));
        k = end;
    }
    std::vector<SpokenWord> out;
    for (std::size_t k = 0; k < now.size(); ++k) {
        auto to = now[k].from;
        while (to < words.size() && !std::isspace(static_cast<unsigned char>(words[to]))) ++to;
        out.push_back({words.substr(now[k].from, to - now[k].from), starts[k], now[k].from});
    }
    return out;
}

} // namespace hl
