// SPDX-License-Identifier: GPL-3.0-or-later
// Every edit is a function Guide -> Guide. An id that does not exist leaves the guide as it was.
#pragma once
#include "core/guide/beat_edits.h"
#include "core/guide/guide.h"

#include <functional>

namespace hl {

/// Replaces the row of the same topic, of every day or of that variant; texts find their references. A variant's row
/// that says nothing goes.
Guide withAdvice(Guide g, CornerId corner, Advice advice, const std::string& variant = {});
Guide withCornerName(Guide g, CornerId corner, std::string name);
Guide withConsequence(Guide g, CornerId corner, int rating); ///< clamped to 0..3
Guide withTie(Guide g, ClockTie tie);
/// The film lies at this place of the log, a person said; the guide is of the lap it shows there.
Guide withPlace(Guide g, const TiePlace& place);
Guide withPairs(Guide g, std::vector<PlacePair> pairs);
Guide withScene(Guide g, Scene scene);
Guide withFrameRate(Guide g, int frameRate);
Guide withLoudness(Guide g, double lufs);
Guide withCover(Guide g, std::optional<double> atM);                ///< none: before the corner that matters most
Guide withNamesNotAllowed(Guide g, std::vector<std::string> names); ///< without blanks around and empty ones
/// A finding is so on purpose; without a reason it is to be mended again. The same place is answered once.
Guide withAnswer(Guide g, OnPurpose answer);
const OnPurpose* answerTo(const Guide& g, std::string_view rule, CornerId corner); ///< null: none
Guide withWholeLapFirst(Guide g, bool first); ///< the uninterrupted lap after the opening card, or not at all
Guide withOutline(Guide g, Outline outline);

/// What was done, with a sentence for the undo menu.
struct Edit {
    std::string what;
    std::function<Guide(Guide)> apply;
};

/// Undo and redo over whole values. Guides are small; a thousand of them fit in a few megabytes.
class History {
  public:
    explicit History(Guide g) : now_(std::move(g)), saved_(0) {}
    const Guide& now() const { return now_; }
    /// The guide after the edit, when it holds together; else it stays as it was. Errors: guide.bad-value.
    Status apply(const Edit& e);
    bool undo();
    bool redo();
    std::string undoText() const { return past_.empty() ? std::string() : past_.back().what; }
    std::string redoText() const { return future_.empty() ? std::string() : future_.back().what; }
    bool changedSinceSave() const { return saved_ != static_cast<long>(past_.size()); }
    void markSaved() { saved_ = static_cast<long>(past_.size()); }
    void markUnsaved() { saved_ = -1; } ///< the document differs from its file, e.g. after a recovery

  private:
    struct Step {
        std::string what;
        Guide other; ///< the guide before (past) or after (future) the step
    };
    Guide now_;
    std::vector<Step> past_, future_;
    long saved_;
};

} // namespace hl
