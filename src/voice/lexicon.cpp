// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/lexicon.h"

#include "voice/pronounce.h"

#include <algorithm>
#include <fstream>
#include <sstream>
#include <string_view>
#include <unordered_set>

namespace hl {
namespace {

/// Sounds of thinking that the dictionary does not list, or lists as words.
const Lexicon& hesitations() {
    static const Lexicon kSounds{
        {"um", {"AH M"}}, {"uh", {"AH"}}, {"erm", {"ER M", "AH M"}}, {"er", {"ER", "AH"}}, {"mm", {"M"}}};
    return kSounds;
}

/// Said as they are spelled, or the British way, where the dictionary lists one way only.
const Lexicon& furtherSounds() {
    static const Lexicon kSounds{
        {"metres", {"M EH T ER Z", "M EH T R AH S", "M IY T AH Z"}},
        {"metre", {"M EH T ER", "M IY T AH"}},
        {"kilometres", {"K IH L AH M IY T ER Z", "K IH L AH M EH T R AH S", "K IH L AA M AH T R AH S"}},
        {"kilometre", {"K IH L AH M IY T ER"}},
        {"kerb", {"K AH B"}},
        {"curb", {"K AH B"}},
        {"kerbs", {"K AH B Z"}},
        {"nought", {"N AO T"}},
        {"a", {"EY"}},
        {"h", {"HH EY CH"}},
        {"z", {"Z EH D"}}};
    return kSounds;
}

/// With one sound in place of another wherever it stands; empty where it does not.
std::string exchanged(const std::string& sounds, std::string_view from, std::string_view to) {
    std::string out;
    bool any = false;
    for (std::size_t at = 0; at < sounds.size();) {
        const auto end = std::min(sounds.find(' ', at), sounds.size());
        const auto phone = std::string_view(sounds).substr(at, end - at);
        any |= phone == from;
        out += (out.empty() ? "" : " ") + std::string(phone == from ? to : phone);
        at = end + 1;
    }
    return any ? out : std::string();
}

/// Vowels that lie elsewhere in other parts of the world than where the recogniser was taught.
void addShiftedVowels(std::vector<std::string>& sounds) {
    static constexpr std::pair<std::string_view, std::string_view> kShifts[] = {
        {"AE", "AA"}, {"AE", "AH"}, {"OW", "AO"}};
    const auto known = sounds;
    for (const auto& s : known)
        for (const auto& [from, to] : kShifts)
            if (auto other = exchanged(s, from, to);
                !other.empty() && std::find(sounds.begin(), sounds.end(), other) == sounds.end())
                sounds.push_back(std::move(other));
}

/// What the recogniser's dictionary, 130 000 lines, has of these words.
Lexicon listed(const std::set<std::string>& words) {
    std::ostringstream file;
    file << std::ifstream(soundModelFolder() / "cmudict-en-us.dict", std::ios::binary).rdbuf();
    const auto all = file.str();
    const std::unordered_set<std::string_view> wanted(words.begin(), words.end());
    Lexicon out;
    for (std::size_t at = 0; at < all.size();) {
        const auto end = std::min(all.find('\n', at), all.size());
        const auto line = std::string_view(all).substr(at, end - at);
        at = end + 1;
        const auto blank = line.find(' ');
        if (blank == std::string_view::npos) continue;
        const auto word = line.substr(0, std::min(blank, line.find('('))); // a further way: "a(2)"
        if (wanted.count(word)) out[std::string(word)].emplace_back(line.substr(blank + 1));
    }
    return out;
}

} // namespace

std::filesystem::path soundModelFolder() {
    const std::filesystem::path folder = "/usr/share/pocketsphinx/model/en-us";
    std::error_code ec;
    return std::filesystem::exists(folder / "en-us/mdef", ec) ? folder : std::filesystem::path();
}

Lexicon lexiconOf(const std::set<std::string>& words, const std::set<std::string>& spoken) {
    auto out = listed(words);
    for (const auto& [word, sounds] : hesitations())
        if (words.count(word)) out[word] = sounds;
    for (const auto& [word, sounds] : furtherSounds())
        if (words.count(word)) out[word].insert(out[word].end(), sounds.begin(), sounds.end());
    std::set<std::string> asked;
    for (const auto& word : words)
        if (!out.count(word) || spoken.count(word)) asked.insert(word);
    for (auto& [word, sounds] : soundsOf(asked))
        for (auto& s : sounds)
            if (auto& known = out[word]; std::find(known.begin(), known.end(), s) == known.end())
                known.push_back(std::move(s));
    for (const auto& word : spoken)
        if (const auto it = out.find(word); it != out.end()) addShiftedVowels(it->second);
    return out;
}

std::size_t soundsIn(const Lexicon& lexicon, const std::vector<std::string>& words) {
    const auto count = [](const std::string& s) {
        return 1 + static_cast<std::size_t>(std::count(s.begin(), s.end(), ' '));
    };
    std::size_t n = 0;
    for (const auto& w : words) {
        const auto it = lexicon.find(w);
        if (it == lexicon.end() || it->second.empty()) continue;
        auto least = count(it->second.front());
        for (const auto& s : it->second) least = std::min(least, count(s));
        n += least;
    }
    return n;
}

bool soundAlike(const Lexicon& lexicon, const std::string& a, const std::string& b) {
    if (a == b) return true;
    const auto x = lexicon.find(a), y = lexicon.find(b);
    if (x == lexicon.end() || y == lexicon.end()) return false;
    return std::any_of(x->second.begin(), x->second.end(), [&](const std::string& s) {
        return std::find(y->second.begin(), y->second.end(), s) != y->second.end();
    });
}

} // namespace hl
