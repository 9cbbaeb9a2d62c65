// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/pronounce.h"

#include "voice/passing_file.h"

#include <algorithm>
#include <cctype>
#include <cstdio>
#include <memory>
#include <string_view>
#include <utility>

namespace hl {
namespace {

struct Spelled {
    std::string_view ipa, phones;
};

/// The longest first, so that a diphthong is not taken for its first half.
constexpr Spelled kPhones[] = {
    {"a\u026a\u0259", "AY AH"},
    {"a\u028a\u0259", "AW AH"},
    {"ju\u02d0", "Y UW"},
    {"t\u0283", "CH"},
    {"d\u0292", "JH"},
    {"e\u026a", "EY"},
    {"a\u026a", "AY"},
    {"\u0254\u026a", "OY"},
    {"a\u028a", "AW"},
    {"\u0259\u028a", "OW"},
    {"o\u028a", "OW"},
    {"\u026a\u0259", "IH R"},
    {"e\u0259", "EH R"},
    {"\u028a\u0259", "UH R"},
    {"\u025c\u02d0", "ER"},
    {"i\u02d0", "IY"},
    {"u\u02d0", "UW"},
    {"\u0251\u02d0\u0279", "AA R"},
    {"\u0251\u02d0", "AA"},
    {"\u0254\u02d0\u0279", "AO R"},
    {"\u0254\u02d0", "AO"},
    {"o\u02d0\u0279", "AO R"},
    {"o\u02d0", "AO"},
    {"\u025b\u0279", "EH R"},
    {"\u026a\u0279", "IH R"},
    {"\u0259l", "AH L"},
    {"\u025a", "ER"},
    {"\u025d", "ER"},
    {"p", "P"},
    {"b", "B"},
    {"t", "T"},
    {"d", "D"},
    {"k", "K"},
    {"\u0261", "G"},
    {"g", "G"},
    {"f", "F"},
    {"v", "V"},
    {"\u03b8", "TH"},
    {"\u00f0", "DH"},
    {"s", "S"},
    {"z", "Z"},
    {"\u0283", "SH"},
    {"\u0292", "ZH"},
    {"h", "HH"},
    {"m", "M"},
    {"n", "N"},
    {"\u014b", "NG"},
    {"l", "L"},
    {"\u026b", "L"},
    {"\u0279", "R"},
    {"r", "R"},
    {"j", "Y"},
    {"w", "W"},
    {"x", "K"},
    {"\u00e7", "HH"},
    {"\u0294", "T"},
    {"\u027e", "T"},
    {"i", "IY"},
    {"\u026a", "IH"},
    {"\u1d7b", "IH"},
    {"e", "EH"},
    {"\u025b", "EH"},
    {"\u00e6", "AE"},
    {"a", "AE"},
    {"\u0251", "AA"},
    {"\u0252", "AA"},
    {"\u0254", "AO"},
    {"o", "OW"},
    {"\u028a", "UH"},
    {"u", "UW"},
    {"\u028c", "AH"},
    {"\u0259", "AH"},
    {"\u0250", "AH"},
    {"\u025c", "ER"},
    {"y", "UW"},
    {"\u00f8", "ER"},
    {"\u0153", "ER"},
};

/// Marks of stress and length, and whatever no list knows, are left out.
std::string phonesOf(std::string_view ipa) {
    std::string out;
    while (!ipa.empty()) {
        const auto it = std::find_if(std::begin(kPhones), std::end(kPhones),
                                     [&](const Spelled& s) { return ipa.substr(0, s.ipa.size()) == s.ipa; });
        if (it != std::end(kPhones)) {
            if (!out.empty()) out += ' ';
            out += it->phones;
            ipa.remove_prefix(it->ipa.size());
            continue;
        }
        ipa.remove_prefix(1);
        while (!ipa.empty() && (ipa.front() & 0xC0) == 0x80) ipa.remove_prefix(1);
    }
    return out;
}

using Pipe = std::unique_ptr<FILE, int (*)(FILE*)>;

/// What a program prints, until it ends.
std::vector<std::string> linesOf(const Pipe& pipe) {
    std::vector<std::string> out;
    char part[4096];
    std::string line;
    while (pipe && std::fgets(part, sizeof part, pipe.get())) {
        line += part;
        if (line.back() != '\n') continue;
        line.pop_back();
        out.push_back(std::exchange(line, {}));
    }
    return out;
}

} // namespace

std::map<std::string, std::vector<std::string>> soundsOf(const std::set<std::string>& words) {
    std::map<std::string, std::vector<std::string>> out;
    std::string text;
    std::vector<std::string> asked;
    for (const auto& w : words)
        if (std::any_of(w.begin(), w.end(), [](unsigned char c) { return std::isalnum(c) || c >= 0x80; })) {
            asked.push_back(w);
            text += w + "\n\n"; // a sentence each: its own line of the answer
        }
    const auto file = PassingFile::with(text);
    if (asked.empty() || !file) return out;
    constexpr const char* kVoices[] = {"en-gb", "en-us", "en-gb-scotland"};
    std::vector<Pipe> speaking; // all at the same time
    for (const auto* voice : kVoices)
        speaking.emplace_back(
            popen((std::string("espeak-ng -q --ipa -v ") + voice + " -f '" + file->path().string() + "' 2>/dev/null")
                      .c_str(),
                  "re"),
            pclose);
    for (std::size_t v = 0; v < std::size(kVoices); ++v) {
        const std::string_view voice = kVoices[v];
        auto lines = linesOf(speaking[v]);
        if (lines.size() != asked.size()) continue; // not installed, or a word of two sentences
        for (std::size_t i = 0; i < asked.size(); ++i) {
            auto& ipa = lines[i];
            if (voice == "en-gb-scotland") // its tap is an r, the American one a t
                for (auto tap = ipa.find("\u027e"); tap != std::string::npos; tap = ipa.find("\u027e", tap))
                    ipa.replace(tap, 2, "\u0279");
            auto phones = phonesOf(ipa);
            auto& known = out[asked[i]];
            if (!phones.empty() && std::find(known.begin(), known.end(), phones) == known.end())
                known.push_back(std::move(phones));
        }
    }
    std::erase_if(out, [](const auto& w) { return w.second.empty(); });
    return out;
}

} // namespace hl
