// SPDX-License-Identifier: GPL-3.0-or-later
// Edits of the words: where they stand, in which pass, in how many pieces. An id that does not exist leaves the guide
// as it was.
#pragma once
#include "core/guide/guide.h"

namespace hl {

Guide withWords(Guide g, BeatId beat, std::string words);
Guide withCue(Guide g, BeatId beat, std::string cue);
/// A claim of those words stays although it differs; the reason must not be empty. Of the same claim the last counts.
Guide withClaimLeft(Guide g, BeatId beat, LeftClaim left);
Guide withText(Guide g, BeatId beat, BeatText which, std::string text); ///< one of those three
Guide withCaption(Guide g, BeatId beat, std::string caption);           ///< empty: the words are read
Guide withBeatAt(Guide g, BeatId beat, double atM); ///< kept inside its corner; beats stay in road order
/// In another look at its corner; the outline gets the section that speaks it.
Guide withBeatPass(Guide g, BeatId beat, Pass pass);
Guide withNewBeat(Guide g, CornerId corner, double atM, std::string words, Pass pass = Pass::Walk);
/// Over the opening, the conditions or the close; the outline gets that section. Others: as it was.
Guide withNewSectionBeat(Guide g, SectionKind section, std::string words);
/// Another lap of the log is told, or not any more: then its words go too. The outline gets the section of such laps.
Guide withFurtherLap(Guide g, int lap, bool told);
Guide withNewLapBeat(Guide g, int lap, double atM, std::string words); ///< of a lap that is told
Guide withoutBeat(Guide g, BeatId beat);

/// In front of the words before (-1) or behind those after (1), of the same pass, at the place they had; words of a
/// section likewise.
Guide withBeatMoved(Guide g, BeatId beat, int steps);

/// Parted before the byte `at` of its words; the second half is new and stands half way to the next words. Takes are
/// parted where they were spoken to these words.
Guide withBeatSplit(Guide g, BeatId beat, std::size_t at);

/// One with the next words of the same pass, where both are said in the same editions. Takes stay where both halves are
/// of one file, one after the other; else the words are to be spoken anew and the files stay.
Guide withBeatsJoined(Guide g, BeatId beat);

Guide withSchool(Guide g, School school);
Guide withVoiceCare(Guide g, VoiceCare care);
Guide withWordTimes(Guide g, bool on);

} // namespace hl
