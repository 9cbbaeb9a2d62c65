// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/motion.h"
#include "jobs/bring_in.h"
#include "studio/stations/line_up/places_view.h"
#include "studio/views/evidence_view.h"

#include <QDoubleSpinBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>

namespace hl {

/// "by the engine's sound": how a tie was made, for people.
QString tieMethodText(const std::string& method);

/// Where film and log are tied: by sound, by motion, by moments set by hand; and shown so that one believes it.
class LineUpPage : public QWidget {
    Q_OBJECT
  public:
    LineUpPage(Desk& desk, Player& player, QWidget* parent = nullptr);
    void enter();                    ///< gathers the evidence the first time it is shown for a guide
    void nudge(int frames);          ///< moves the log against the film by so many frames
    void choosePlace(std::size_t i); ///< the film lies at the i-th place of those shown
    void addPair();                  ///< this frame is the metre in the box
    bool busy() const { return busy_; }

  private:
    void refresh();
    void tieBy(SyncBy by);
    void usePairs();
    void removePair();
    void choose(const TiePlace& place);
    void takeMoments();
    void takePictures();
    void lookAtSides();
    double frameS() const;
    Desk& desk_;
    Player& player_;
    QLabel *verdict_, *state_;
    EvidenceView* evidence_;
    PlacesView* places_;
    QWidget *byHand_ = nullptr, *sides_ = nullptr;
    QLabel* sidesText_ = nullptr;
    QPushButton* turnRound_ = nullptr;
    SidesTold sidesSeen_;                       ///< what the button would say of left and right
    std::optional<PictureMotion> picturesTurn_; ///< of this guide's film, once it was watched
    QDoubleSpinBox* metre_;
    QListWidget* pairs_;
    QPushButton *sound_, *motion_, *both_, *use_;
    QString gatheredFor_;
    bool busy_ = false;
};

} // namespace hl
