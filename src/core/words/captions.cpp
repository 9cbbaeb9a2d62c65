// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/captions.h"

#include <cmath>
#include <cstdio>

namespace hl {
namespace {

constexpr std::size_t kMostLetters = 84; // two lines of 42, the customary limit for reading along

std::string stamp(double s) {
    const long ms = std::lround(s * 1000);
    char text[32];
    std::snprintf(text, sizeof text, "%02ld:%02ld:%02ld.%03ld", ms / 3600000, ms / 60000 % 60, ms / 1000 % 60,
                  ms % 1000);
    return text;
}

/// The best place to break before `limit`: after a sentence, else a comma, else a space.
std::size_t breakBefore(const std::string& s, std::size_t limit) {
    for (const char* marks : {".!?;:", ",", " "})
        for (std::size_t i = limit; i > limit / 3; --i)
            if (std::string(marks).find(s[i - 1]) != std::string::npos &&
                (i == s.size() || s[i] == ' ' || s[i - 1] == ' '))
                return i;
    return limit;
}

} // namespace

std::vector<Caption> captionsOf(const Spoken& w) {
    std::vector<std::string> pieces;
    std::string rest = w.text;
    while (rest.size() > kMostLetters) {
        // Even pieces read better than one full and one crumb.
        const auto count = (rest.size() + kMostLetters - 1) / kMostLetters;
        const auto cut = breakBefore(rest, std::min(kMostLetters, rest.size() / count + 14));
        pieces.push_back(rest.substr(0, cut));
        rest = rest.substr(std::min(rest.size(), rest.find_first_not_of(' ', cut)));
    }
    if (!rest.empty()) pieces.push_back(rest);
    std::size_t letters = 0;
    for (const auto& p : pieces) letters += p.size();
    std::vector<Caption> out;
    double at = seconds(w.start);
    const double perLetter = (seconds(w.end) - at) / static_cast<double>(std::max<std::size_t>(1, letters));
    for (auto& p : pieces) {
        const double end = at + perLetter * static_cast<double>(p.size());
        while (!p.empty() && p.back() == ' ') p.pop_back();
        out.push_back({at, end, p});
        at = end;
    }
    return out;
}

std::vector<Caption> captionsOf(const Cut& cut) {
    std::vector<Caption> all;
    for (const auto& s : cut.sections)
        for (const auto& w : s.spoken)
            for (auto& c : captionsOf(w)) all.push_back(std::move(c));
    return all;
}

std::string webVtt(const std::vector<Caption>& captions) {
    std::string out = "WEBVTT\n\n";
    for (const auto& c : captions) {
        std::string text;
        for (const char k : c.text) text += k == '<' ? "&lt;" : (k == '&' ? "&amp;" : std::string(1, k));
        out += stamp(c.startS) + " --> " + stamp(c.endS) + "\n" + text + "\n\n";
    }
    return out;
}

std::vector<GuideChapter> chaptersOf(const Guide& guide, const Cut& cut) {
    std::vector<GuideChapter> out;
    for (const auto& s : cut.sections) {
        const auto* c = cornerNumbered(guide, s.corner);
        if (!out.empty() && out.back().corner == s.corner && s.corner != 0)
            out.back().endS = seconds(s.end);
        else
            out.push_back({seconds(s.start), seconds(s.end), s.corner,
                           c ? title(*c, guide.scene.cornerLabels) : (s.kind == SectionKind::Lap ? "The whole lap" : "Opening")});
    }
    return out;
}

} // namespace hl
