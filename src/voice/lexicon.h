// SPDX-License-Identifier: GPL-3.0-or-later
// The words of a script and of its surroundings, with the ways they sound. Inside voice only.
#pragma once
#include <filesystem>
#include <map>
#include <set>
#include <string>
#include <vector>

namespace hl {

/// Where the recogniser's files of English are; empty where they are not installed.
std::filesystem::path soundModelFolder();

/// Phones parted by blanks, by word.
using Lexicon = std::map<std::string, std::vector<std::string>>;

/// From the pronouncing dictionary; unlisted words by their letters. Words that nobody can say are not there.
/// The words of `spoken` sound in several accents.
Lexicon lexiconOf(const std::set<std::string>& words, const std::set<std::string>& spoken);

/// Of words in their shortest ways to be said.
std::size_t soundsIn(const Lexicon& lexicon, const std::vector<std::string>& words);

/// Whether two words have a sound in common.
bool soundAlike(const Lexicon& lexicon, const std::string& a, const std::string& b);

} // namespace hl
