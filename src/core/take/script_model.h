// SPDX-License-Identifier: GPL-3.0-or-later
// What a recogniser expects of somebody who reads a script: mostly the script, at times a word left out, said twice,
// another one, a hesitation.
#pragma once
#include "core/take/readings.h"

#include <set>

namespace hl {

/// Every word that may be heard: of the script's readings, of numbers, and common ones.
std::set<std::string> vocabularyOf(const std::vector<ScriptToken>& tokens);

/// Every word of the script's readings.
std::set<std::string> wordsIn(const std::vector<ScriptToken>& tokens);

/// A back-off trigram model as an ARPA file. It may begin and end at any token.
std::string scriptModel(const std::vector<ScriptToken>& tokens, const std::set<std::string>& vocabulary);

/// "um", "er" and their like: sounds of somebody who thinks.
bool isHesitation(const std::string& word);

} // namespace hl
