// SPDX-License-Identifier: GPL-3.0-or-later
// The open guide: its history, what was measured, its cut. Windows show it and send it edits; it knows no window.
#pragma once
#include "core/cut/label_plan.h"
#include "core/guide/edits.h"
#include "core/guide/guide_change.h"
#include "jobs/session.h"
#include "jobs/takes.h"
#include "studio/document/beside_laps.h"
#include "studio/document/look_over.h"
#include "studio/document/saving.h"
#include "studio/document/tasks.h"

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

namespace hl {

class Desk : public QObject {
    Q_OBJECT
  public:
    explicit Desk(QObject* parent = nullptr);

    void open(const QString& folder); ///< reads and measures in the background; opened() or failed() follows
    bool isOpen() const { return session_ != nullptr; }
    const Guide& guide() const { return history_->now(); }
    const Guide& made() const { return made_; } ///< of its edition: what is seen and published
    const Session& session() const { return *session_; }
    std::shared_ptr<const Session> sharedSession() const { return session_; }
    const RoadClock& clock() const { return clock_; } ///< by the guide's tie
    const Cut& cut() const { return *cut_; }
    std::shared_ptr<const Cut> sharedCut() const { return cut_; }
    /// How a guide's words are heard here, for jobs that plan by themselves.
    std::function<Speeches(const Guide&, const Session&)> speaker() const {
        return [voice = narrator_, takes = takes_](const Guide& g, const Session& s) {
            return speechesOf(g, s, *takes, voice.get());
        };
    }
    const Speeches& speeches() const { return *speeches_; } ///< of the cut
    /// Of the cut, a moment after it: labelsChanged(); of the cut before until then. Null while there is none.
    const LabelPlan* labels() const { return labels_.get(); }
    bool labelsAreOfThisCut() const { return labelsAreNew_; }
    /// What was seen in the film is used from now on: how the camera shook, where the car is, where things went.
    void takeSeen(const Session& looked);
    bool cutIsOfThisGuide() const { return cutIsNew_; } ///< false while an edit is being planned
    QString folder() const { return saving_.folder(); }
    Tasks& tasks() { return tasks_; }
    BesideLaps& besideLaps() { return besideLaps_; }
    const std::vector<std::shared_ptr<const BesideLap>>& beside() const { return besideLaps_.laps(); }

    void edit(const Edit& e); ///< one that would not hold together is refused: failed() says why
    void undo();
    void redo();
    void save();    ///< in the background; saved() or failed() follows
    bool saveNow(); ///< before the window closes; failed() tells why not
    bool hasUnsaved() const { return history_ && history_->changedSinceSave(); }
    QString undoText() const { return history_ ? QString::fromStdString(history_->undoText()) : QString(); }
    QString redoText() const { return history_ ? QString::fromStdString(history_->redoText()) : QString(); }
    void discardUnsaved() { saving_.discard(); }

    CornerId corner() const { return corner_; } ///< the chosen corner follows through all stations
    void choose(CornerId corner);
    void chooseNeighbour(int steps); ///< in the order of the road
    const GuideCorner* chosen() const { return isOpen() ? cornerWith(guide(), corner_) : nullptr; }
    /// None while the corner is being measured between new bounds.
    const CornerFacts* factsOf(CornerId corner) const;
    SpeedUnit speedUnit() const { return history_ ? guide().scene.speedUnit : SpeedUnit::Kmh; }
    /// What is read out of the words and worth a look; it follows each plan a moment later: lookedOver().
    const LookedOver& look() const { return look_; }

  signals:
    void opened();
    void recovered(); ///< edits of an earlier run that were never saved are back
    void changed(const GuideChange& what);
    void cutChanged();
    void labelsChanged();
    void lookedOver();
    void saved();
    void cornerChosen(CornerId corner);
    void besideChanged();
    void measured(); ///< the corners anew, after their bounds were moved
    void failed(const QString& sentence);

  private:
    void adopt(Guide guide, std::shared_ptr<const Session> session);
    void replan();
    void placeLabels();
    void lookOverWords();
    void afterEdit(const Guide& before);
    void measureIfMoved();
    void readPictures(const Guide& before);
    void tell(const Status& s);
    Tasks tasks_;
    Saving saving_;
    BesideLaps besideLaps_;
    std::unique_ptr<History> history_;
    std::shared_ptr<const Session> session_;
    Guide made_;
    RoadClock clock_;
    std::shared_ptr<const Speeches> speeches_ = std::make_shared<Speeches>();
    std::shared_ptr<const Cut> cut_ = std::make_shared<Cut>();
    std::shared_ptr<const LabelPlan> labels_;
    LookedOver look_;
    std::shared_ptr<Narrator> narrator_;
    std::shared_ptr<TakeSounds> takes_ = std::make_shared<TakeSounds>();
    CornerId corner_;
    QTimer rest_; ///< until the labels are placed
    QElapsedTimer sincePlan_;
    bool cutIsNew_ = false, labelsAreNew_ = false;
};

} // namespace hl
