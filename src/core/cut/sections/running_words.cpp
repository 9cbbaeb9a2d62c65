// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/sections/running_words.h"

#include <algorithm>

namespace hl {
namespace {
constexpr double kBeforeS = 0.15, kLateS = 0.25;
}

RunningWords::RunningWords(SectionBuilder& out, double fromS, double toS, double rate, double apartS)
    : out_(out), start_(out.now()), from_(fromS), to_(toS), rate_(rate), apartS_(apartS), free_(out.now()) {}

void RunningWords::put(const std::shared_ptr<const Speech>& speech, double beginS, const FilmWindow& window,
                       CornerId corner) {
    out_.say(speech, beginS, corner, window, apartS_);
    free_ = beginS + speech->lengthS + apartS_;
}

void RunningWords::call(const std::shared_ptr<const Speech>& speech, double placeFilmS, CornerId corner) {
    if (!speech) return;
    const double length = speech->lengthS, place = guideS(placeFilmS);
    const double begin = std::max(free_, place - length - kBeforeS);
    const double late = std::max(begin - (place + kLateS), begin + length - guideS(to_));
    if (late > 0) return out_.noRoom(*speech, corner, late, true);
    put(speech, begin,
        {at<FootageTime>(from_), at<FootageTime>(std::min(to_, placeFilmS + (length + kLateS + apartS_) * rate_))},
        corner);
}

void RunningWords::say(const std::shared_ptr<const Speech>& speech, const FilmWindow& window, CornerId corner) {
    if (!speech) return;
    const double opens = std::max(free_, guideS(std::max(from_, seconds(window.from)))),
                 closes = guideS(std::min(to_, seconds(window.to)));
    const double late = opens + speech->lengthS - closes;
    if (late > 1e-6) return out_.noRoom(*speech, corner, late, true);
    put(speech, std::max(opens, closes - speech->lengthS), window, corner);
}

} // namespace hl
