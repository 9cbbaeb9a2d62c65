// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/captions.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <cstdio>

namespace hl {
namespace {

constexpr std::size_t kLineLetters = 42,
                      kMostLetters = 80; // two lines, the customary limit for reading along; a break is seldom even

std::string stamp(double s) {
    const long ms = std::lround(s * 1000);
    char text[32];
    std::snprintf(text, sizeof text, "%02ld:%02ld:%02ld.%03ld", ms / 3600000, ms / 60000 % 60, ms / 1000 % 60,
                  ms % 1000);
    return text;
}

/// Where each letter of a UTF-8 text begins, and the end.
std::vector<std::size_t> letterStarts(const std::string& s) {
    std::vector<std::size_t> at;
    for (std::size_t i = 0; i < s.size(); ++i)
        if ((s[i] & 0xC0) != 0x80) at.push_back(i);
    at.push_back(s.size());
    return at;
}

/// The best letter to break before, from `first` on and at most `limit` letters later: after a sentence, else a comma,
/// else a space.
std::size_t breakAfter(const std::string& s, const std::vector<std::size_t>& at, std::size_t first, std::size_t limit) {
    const std::size_t last = std::min(first + limit, at.size() - 1);
    for (const char* marks : {".!?;:", ",", " "})
        for (std::size_t i = last; i > first + limit / 3; --i) {
            const char before = s[at[i] - 1];
            const bool ends = i + 1 == at.size() || s[at[i]] == ' ' || before == ' ';
            if (std::string_view(marks).find(before) != std::string_view::npos && ends) return i;
        }
    return last;
}

/// Bytes from..to of the text, shown as one caption.
struct Piece {
    std::size_t from, to, letters;
};

bool fitsTwoLines(std::string text) {
    while (!text.empty() && text.back() == ' ') text.pop_back();
    const auto lines = inLines(text);
    const auto second = lines.find('\n');
    const auto letters = [](const std::string& line) { return letterStarts(line).size() - 1; };
    return letters(lines.substr(0, second)) <= kLineLetters &&
           (second == std::string::npos || letters(lines.substr(second + 1)) <= kLineLetters);
}

std::vector<Piece> piecesOf(const std::string& s) {
    const auto at = letterStarts(s);
    const std::size_t all = at.size() - 1;
    std::vector<Piece> pieces;
    for (std::size_t first = 0; first < all;) {
        std::size_t next = all;
        if (const auto left = all - first;
            left > kMostLetters || !fitsTwoLines(s.substr(at[first], at[all] - at[first]))) {
            // Even pieces read better than one full and one crumb.
            const auto count = (left + kMostLetters - 1) / kMostLetters;
            auto limit = std::min(kMostLetters, left / count + 14);
            next = breakAfter(s, at, first, limit);
            while (!fitsTwoLines(s.substr(at[first], at[next] - at[first])) && limit > kLineLetters)
                next = breakAfter(s, at, first, limit -= 4);
        }
        pieces.push_back({at[first], at[next], next - first});
        first = next;
        while (first < all && s[at[first]] == ' ') ++first;
    }
    return pieces;
}

/// When the piece that begins at this byte begins to be spoken; none when no word's time is known there.
std::optional<double> spokenFrom(const Speech& speech, std::size_t byte) {
    for (const auto& w : speech.words)
        if (w.from >= byte) return w.startS;
    return std::nullopt;
}

/// What a person wrote to be read, `|` between the pieces; each shown for its share of the letters.
std::vector<Caption> writtenCaptions(const Speech& speech, double startS) {
    std::vector<Caption> out;
    std::size_t letters = 0;
    for (std::size_t at = 0; at <= speech.caption.size();) {
        const auto end = std::min(speech.caption.find('|', at), speech.caption.size());
        auto text = speech.caption.substr(at, end - at);
        while (!text.empty() && text.back() == ' ') text.pop_back();
        text.erase(0, std::min(text.find_first_not_of(' '), text.size()));
        if (!text.empty()) letters += letterStarts(text).size() - 1, out.push_back({0, 0, std::move(text)});
        at = end + 1;
    }
    double at = startS;
    for (auto& c : out) {
        const double share = static_cast<double>(letterStarts(c.text).size() - 1) / static_cast<double>(letters);
        c.startS = at, c.endS = at += share * speech.lengthS;
    }
    return out;
}

} // namespace

std::vector<Caption> captionsOf(const Speech& speech, double startS) {
    if (hasWords(speech.caption)) return writtenCaptions(speech, startS);
    const auto pieces = piecesOf(speech.text);
    std::size_t letters = 0;
    for (const auto& p : pieces) letters += p.letters;
    std::vector<double> starts;
    std::size_t before = 0;
    for (const auto& p : pieces) {
        const double evenly =
            speech.lengthS * static_cast<double>(before) / static_cast<double>(std::max<std::size_t>(1, letters));
        const double at = starts.empty() ? 0 : spokenFrom(speech, p.from).value_or(evenly);
        starts.push_back(std::clamp(at, starts.empty() ? 0.0 : starts.back(), speech.lengthS));
        before += p.letters;
    }
    std::vector<Caption> out;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        auto text = speech.text.substr(pieces[i].from, pieces[i].to - pieces[i].from);
        while (!text.empty() && text.back() == ' ') text.pop_back();
        const double end = i + 1 < starts.size() ? starts[i + 1] : speech.lengthS;
        out.push_back({startS + starts[i], startS + end, std::move(text)});
        for (const auto& w : speech.words)
            if (w.from >= pieces[i].from && w.from < pieces[i].to)
                out.back().words.push_back({w.from - pieces[i].from, startS + w.startS});
    }
    return out;
}

std::vector<Caption> captionsOf(const Cut& cut) {
    std::vector<Caption> all;
    for (const auto& s : cut.sections)
        for (const auto& w : s.spoken) all.insert(all.end(), w.captions.begin(), w.captions.end());
    // Who reads more slowly than is spoken gets the silence that follows.
    constexpr double kLettersAS = 17;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const double wished = all[i].startS + static_cast<double>(letterStarts(all[i].text).size() - 1) / kLettersAS;
        const double next = i + 1 < all.size() ? all[i + 1].startS : cut.lengthS;
        if (wished > all[i].endS) all[i].endS = std::max(all[i].endS, std::min(wished, next));
    }
    return all;
}

std::string inLines(const std::string& text) {
    const auto at = letterStarts(text);
    const std::size_t letters = at.size() - 1;
    if (letters <= kLineLetters) return text;
    // The evenest break; better behind a comma or before a little word, which begins a phrase.
    static constexpr std::string_view kBeginners[] = {"and ",  "but ",   "or ",      "to ",     "at ",    "on ",
                                                      "in ",   "up ",    "down ",    "before ", "after ", "with ",
                                                      "from ", "until ", "because ", "so ",     "then ",  "the "};
    double best = 1e9;
    std::size_t chosen = 0;
    for (std::size_t i = 1; i < letters; ++i) {
        if (text[at[i]] != ' ') continue;
        const std::size_t over = std::max(i, letters - i - 1);
        double cost = std::abs(static_cast<double>(i) - static_cast<double>(letters) / 2);
        if (over > kLineLetters) cost += 100.0 * static_cast<double>(over - kLineLetters);
        const auto next = std::string_view(text).substr(at[i] + 1);
        const char before = text[at[i] - 1];
        if (std::string_view(".!?").find(before) != std::string_view::npos)
            cost -= 14;
        else if (std::string_view(",;:").find(before) != std::string_view::npos)
            cost -= 8;
        else if (std::any_of(std::begin(kBeginners), std::end(kBeginners),
                             [&](auto w) { return next.substr(0, w.size()) == w; }))
            cost -= 4;
        else if (std::isupper(static_cast<unsigned char>(next.front())) != 0)
            cost += 4; // a name of two words is not torn
        if (cost < best) best = cost, chosen = i;
    }
    if (chosen == 0) return text; // one word as long as that
    return text.substr(0, at[chosen]) + '\n' + text.substr(at[chosen] + 1);
}

std::string webVtt(const std::vector<Caption>& captions, bool wordTimes) {
    std::string out = "WEBVTT\n\n";
    for (const auto& c : captions) {
        std::string text;
        const auto lines = inLines(c.text); // as long as the text: a blank became the end of a line
        auto word = c.words.begin();
        for (std::size_t i = 0; i < lines.size(); ++i) {
            for (; word != c.words.end() && word->from <= i; ++word) // a time within the cue, and never the first one
                if (wordTimes && word->from == i && word->startS > c.startS + 0.001 && word->startS < c.endS)
                    text += "<" + stamp(word->startS) + ">";
            const char k = lines[i];
            text += k == '<' ? "&lt;" : (k == '&' ? "&amp;" : std::string(1, k));
        }
        out += stamp(c.startS) + " --> " + stamp(c.endS) + "\n" + text + "\n\n";
    }
    return out;
}

std::string subRip(const std::vector<Caption>& captions) {
    std::string out;
    const auto time = [](double s) {
        auto t = stamp(s);
        std::replace(t.begin(), t.end(), '.', ',');
        return t;
    };
    for (std::size_t i = 0; i < captions.size(); ++i)
        out += std::to_string(i + 1) + "\n" + time(captions[i].startS) + " --> " + time(captions[i].endS) + "\n" +
               inLines(captions[i].text) + "\n\n";
    return out;
}

namespace {
/// Of a section of the whole lap.
const char* chapterTitle(SectionKind kind) {
    switch (kind) {
    case SectionKind::Lap: return "The whole lap";
    case SectionKind::Conditions: return "Conditions";
    case SectionKind::Setup: return "Set-up";
    case SectionKind::Recap: return "What to remember";
    case SectionKind::Close: return "The end";
    case SectionKind::Outside: return "The lap from outside";
    case SectionKind::TwoLaps: return "Both laps";
    default: return "Opening";
    }
}

/// Of one corner, or "5-6 Samphire, Heron's Elbow" of several, "Turns 5-6" without names.
std::string cornersTitle(const Guide& g, const Section& s) {
    const auto labels = g.scene.cornerLabels;
    const auto* first = cornerWith(g, s.corner);
    if (s.also.empty()) return title(*first, labels);
    const auto* last = cornerWith(g, s.also.back());
    std::string names = first->name;
    for (const auto id : s.also)
        if (const auto* c = cornerWith(g, id); c && !c->name.empty() && names.find(c->name) == std::string::npos)
            names += (names.empty() ? "" : ", ") + c->name;
    const auto numbers = std::to_string(first->number) + "-" + std::to_string(last ? last->number : first->number);
    if (names.empty() || labels == CornerLabels::Numbers) return "Turns " + numbers;
    return labels == CornerLabels::Names ? names : numbers + " " + names;
}
} // namespace

std::vector<GuideChapter> chaptersOf(const Guide& guide, const Cut& cut) {
    std::vector<GuideChapter> out;
    for (const auto& s : cut.sections) {
        const auto* c = cornerWith(guide, s.corner);
        if (!out.empty() && s.corner && out.back().corner == s.corner)
            out.back().endS = seconds(s.end);
        else
            out.push_back({seconds(s.start), seconds(s.end), s.corner,
                           c           ? cornersTitle(guide, s)
                           : s.lap > 0 ? "Lap " + std::to_string(s.lap)
                                       : chapterTitle(s.kind)});
    }
    return out;
}

} // namespace hl
