// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/way.h"

#include <algorithm>
#include <sphinxbase/fsg_model.h>

namespace hl {

Way::Way(const std::vector<Place>& sentence, const Lexicon& lexicon) : sentence_(&sentence), lexicon_(&lexicon) {
    for (std::size_t i = 0; i < sentence.size(); ++i)
        if (std::any_of(sentence[i].begin(), sentence[i].end(), [&](const Reading& r) { return known(r); }))
            said_.push_back(i);
}

bool Way::known(const Reading& r) const {
    return std::all_of(r.begin(), r.end(), [&](const std::string& w) { return lexicon_->count(w) > 0; });
}

int Way::states() const {
    int n = static_cast<int>(said_.size()) - 1;
    for (const auto i : said_)
        for (const auto& r : (*sentence_)[i])
            if (known(r)) n += static_cast<int>(r.size()) - 1;
    return n;
}

void Way::addTo(fsg_model_s* grammar, int from, int to, int& next) const {
    int at = from;
    for (const auto i : said_) {
        const int end = i == said_.back() ? to : next++;
        for (const auto& r : (*sentence_)[i]) {
            if (!known(r)) continue;
            int before = at;
            for (std::size_t k = 0; k < r.size(); ++k) {
                const int after = k + 1 == r.size() ? end : next++;
                fsg_model_trans_add(grammar, before, after, 0, fsg_model_word_add(grammar, r[k].c_str()));
                before = after;
            }
        }
        at = end;
    }
}

std::optional<Fit> Way::fitOf(const std::vector<HeardWord>& words) const {
    const auto fits = [&](std::size_t w, const Reading& r) {
        if (!known(r) || w + r.size() > words.size()) return false;
        for (std::size_t k = 0; k < r.size(); ++k)
            if (words[w + k].word != r[k]) return false;
        return true;
    };
    // From the end, whether the places from p on can be the words from w on.
    std::vector<std::vector<bool>> can(said_.size() + 1, std::vector<bool>(words.size() + 1, false));
    can[said_.size()][words.size()] = true;
    for (std::size_t p = said_.size(); p-- > 0;)
        for (std::size_t w = 0; w <= words.size(); ++w)
            for (const auto& r : (*sentence_)[said_[p]])
                if (fits(w, r) && can[p + 1][w + r.size()]) can[p][w] = true;
    if (said_.empty() || !can[0][0]) return std::nullopt;
    Fit fit;
    for (std::size_t p = 0, w = 0; p < said_.size(); ++p) {
        const auto& ways = (*sentence_)[said_[p]];
        std::size_t r = 0;
        while (!(fits(w, ways[r]) && can[p + 1][w + ways[r].size()])) ++r;
        const auto count = ways[r].size();
        fit.places.push_back({said_[p], r, words[w].startS, words[w + count - 1].endS});
        w += count;
    }
    return fit;
}

} // namespace hl
