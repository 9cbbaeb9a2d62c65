// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/findings.h"

#include "core/guide/edition.h"
#include "core/words/live_values.h"

namespace hl {
namespace {

void append(std::vector<Finding>& all, std::vector<Finding> more) {
    all.insert(all.end(), std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
}

} // namespace

std::vector<Finding> findingsOf(const Guide& written, const Session& s, const MadeGuide& made,
                                const GuideClaims& claims) {
    const auto edition = asEdition(written);
    auto all = checkGuide(written, s.measured, claims);
    append(all, checkCut(asSaid(edition, s.measured), made.cut, made.clock, made.labels));
    append(all, unheardWords(made.speeches, edition));
    if (!s.soundTrouble.empty())
        all.push_back({"voice.no-engine",
                       Severity::Warn,
                       {},
                       {},
                       "scene",
                       "The film's sound cannot be read, the guide goes without its engine: " + s.soundTrouble,
                       "",
                       ""});
    return withAnswers(std::move(all), written);
}

std::vector<Finding> findingsOf(const Guide& written, const Session& s, const MadeGuide& made) {
    return findingsOf(written, s, made, GuideClaims(asSaid(written, s.measured), s.measured, wholeLap(s.trace)));
}

} // namespace hl
