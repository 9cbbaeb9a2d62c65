// SPDX-License-Identifier: GPL-3.0-or-later
// How words sound, in the phones of the recogniser (ARPAbet): names that no dictionary lists, and accents.
#pragma once
#include <map>
#include <set>
#include <string>
#include <vector>

namespace hl {

/// By their letters, as British, American and Scottish speakers would say them; phones parted by blanks. Words that
/// nobody can say are not there. The program espeak-ng is asked, for within a process its library mixes the voices it
/// has spoken with; without the program none is there.
std::map<std::string, std::vector<std::string>> soundsOf(const std::set<std::string>& words);

} // namespace hl
