// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"

#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableView>

namespace hl {

struct WordMark;
class ScriptDelegate;
class ScriptModel;

/// The words of the whole guide as one text, with the plan's times beside them.
class ScriptPage : public QWidget {
    Q_OBJECT
  public:
    ScriptPage(Desk& desk, Player& player, QWidget* parent = nullptr);
    QTableView* table() const { return table_; }
    ScriptModel* model() const { return model_; }
    QList<StationKey> keys();
    BeatId beat() const; ///< that is chosen; 0: none
    void choose(BeatId beat);
    QMenu* newWords() const { return newWords_; }
    QMenu* theseWords() const { return theseWords_; }
    QMenu* school() const { return school_; }

  signals:
    void beatChosen(hl::BeatId beat);

  protected:
    void resizeEvent(QResizeEvent* e) override;
    void showEvent(QShowEvent* e) override;

  private:
    void layRows();
    void rowChosen(int row);
    void followCorner();
    void fillNewWords();
    void fillTheseWords();
    void addBeat(Pass pass);
    void addLapBeat(int lap);
    void addSectionBeat(SectionKind section);
    void showNewest();
    void removeBeat();
    void split(int row, int letter);
    void join();
    void move(int steps);
    void writeCaption();
    const WordMark* differing() const; ///< the first of the chosen words; null: none
    void addMends();
    void light();
    void seek(BeatId beat);
    Desk& desk_;
    Player& player_;
    QLabel* summary_;
    QTableView* table_;
    ScriptModel* model_;
    ScriptDelegate* delegate_;
    QPushButton *new_, *these_, *schoolButton_, *sound_;
    QMenu *newWords_, *theseWords_, *school_, *soundMenu_;
    bool following_ = false;
};

} // namespace hl
