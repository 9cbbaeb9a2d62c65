// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/speech.h"

#include <algorithm>
#include <cctype>

namespace hl {

void Speeches::put(Speech s) {
    const std::pair key(s.beat, s.cue);
    all_.insert_or_assign(key, std::make_shared<const Speech>(std::move(s)));
}

std::shared_ptr<const Speech> Speeches::of(BeatId beat, bool cue) const {
    const auto it = all_.find({beat, cue});
    return it == all_.end() ? nullptr : it->second;
}

bool hasWords(std::string_view text) {
    return std::any_of(text.begin(), text.end(),
                       [](unsigned char c) { return std::isalnum(c) != 0 || c >= 0x80; }); // letters beyond ASCII
}

double usualLength(std::string_view text) {
    constexpr double kLetterS = 0.068, kStartS = 0.2; // 168 words a minute of English
    if (!hasWords(text)) return 0;
    const auto letters = std::count_if(text.begin(), text.end(), [](char c) { return (c & 0xC0) != 0x80; });
    return kStartS + kLetterS * static_cast<double>(letters);
}

Speeches speechesOf(const Guide& guide, const Speaker& speaker) {
    std::map<std::string, Speech> spoken;
    Speeches out;
    const auto add = [&](BeatId beat, bool cue, const std::string& text) {
        if (!hasWords(text)) return;
        auto known = spoken.find(text);
        if (known == spoken.end()) known = spoken.emplace(text, speaker(text)).first;
        Speech s = known->second;
        s.beat = beat, s.cue = cue, s.text = text;
        if (const auto* b = beatWith(guide, beat); b && !cue) s.caption = b->caption;
        if (!(s.lengthS > 0)) s.lengthS = usualLength(text);
        out.put(std::move(s));
    };
    if (has(guide.outline, SectionKind::Setup))
        for (const auto& row : guide.setup) add(row.id, false, spokenText(row));
    eachBeat(guide, [&](const Beat& b, const GuideCorner*) { add(b.id, false, b.words), add(b.id, true, b.cue); });
    return out;
}

} // namespace hl
