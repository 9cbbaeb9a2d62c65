// SPDX-License-Identifier: GPL-3.0-or-later
// The open guide: its history, what was measured, its cut. Windows show it and send it edits; it knows no window.
#pragma once
#include "core/guide/edits.h"
#include "jobs/beside.h"

#include <QObject>
#include <QTimer>

namespace hl {

class Desk : public QObject {
    Q_OBJECT
  public:
    explicit Desk(QObject* parent = nullptr);

    void open(const QString& folder); ///< reads and measures in the background; opened() or failed() follows
    bool isOpen() const { return material_ != nullptr; }
    const Guide& guide() const { return history_->now(); }
    const Material& material() const { return *material_; }
    std::shared_ptr<const Material> sharedMaterial() const { return material_; }
    const RoadClock& clock() const { return clock_; } ///< by the guide's tie
    const Cut& cut() const { return *cut_; }
    std::shared_ptr<const Cut> sharedCut() const { return cut_; }
    std::shared_ptr<Narrator> narrator() const { return narrator_; }
    QString folder() const { return folder_; }

    void edit(const Edit& e);
    void undo();
    void redo();
    void save();    ///< in the background; saved() or failed() follows
    bool saveNow(); ///< before the window closes; failed() tells why not
    bool hasUnsaved() const { return history_ && history_->changedSinceSave(); }
    QString undoText() const { return history_ ? QString::fromStdString(history_->undoText()) : QString(); }
    QString redoText() const { return history_ ? QString::fromStdString(history_->redoText()) : QString(); }
    void discardUnsaved();

    int corner() const { return corner_; } ///< the chosen corner follows through all stations
    void choose(int corner);
    const GuideCorner* chosen() const { return isOpen() ? cornerNumbered(guide(), corner_) : nullptr; }
    const CornerFacts* factsOf(int corner) const;
    SpeedUnit speedUnit() const { return history_ ? guide().scene.speedUnit : SpeedUnit::Kmh; }

    /// Up to two other laps beside the filmed one; they are not part of the guide.
    const std::vector<std::shared_ptr<const BesideLap>>& beside() const { return beside_; }
    void putBeside(int lapNumber);          ///< besideChanged() or failed() follows
    void putBesideLog(const QString& file); ///< the best lap of another log
    void takeAway(const std::string& name);

  signals:
    void opened();
    void recovered(); ///< edits of an earlier run that were never saved are back
    void changed();   ///< the guide's value
    void cutChanged();
    void saved();
    void cornerChosen(int corner);
    void besideChanged();
    void measured(); ///< the corners anew, after their bounds were moved
    void failed(const QString& sentence);

  private:
    void adopt(Guide guide, std::shared_ptr<const Material> material);
    void replan();
    void afterEdit();
    void measureIfMoved();
    void compareAgain();
    void addBeside(Result<BesideLap> lap);
    std::unique_ptr<History> history_;
    std::shared_ptr<const Material> material_;
    RoadClock clock_;
    std::shared_ptr<const Cut> cut_ = std::make_shared<Cut>();
    std::shared_ptr<Narrator> narrator_;
    QString folder_;
    QTimer autosave_;
    std::vector<std::shared_ptr<const BesideLap>> beside_;
    int corner_ = 0;
    long measureWanted_ = 0;
    long planWanted_ = 0;
    long edits_ = 0; ///< so that a save that ends after a newer edit does not claim it
};

} // namespace hl
