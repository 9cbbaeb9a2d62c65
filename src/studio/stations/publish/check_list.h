// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "jobs/stations.h"
#include "studio/document/desk.h"

#include <QListWidget>

namespace hl {

/// What is worth a look before publishing, under headings of what to do. Enter goes there; Ctrl+M, Ctrl+Shift+M and
/// Ctrl+Alt+M mend the chosen one, where its words contradict the lap.
class CheckList : public QListWidget {
    Q_OBJECT
  public:
    explicit CheckList(Desk& desk, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {300, minimumHeight()}; } ///< it takes what is left and scrolls by itself
    void refresh();
    const Finding* chosen() const; ///< null: none
    void choose(int finding);      ///< by its place in the desk's findings
    void correct();
    void advise();
    void leaveIt();                  ///< asks why, and keeps the answer
    void answer(const QString& why); ///< the chosen finding is so on purpose

  signals:
    void wanted(hl::CornerId corner, hl::BeatId beat);              ///< to be looked at
    void stationWanted(hl::StationId station, hl::CornerId corner); ///< where it is mended

  protected:
    void keyPressEvent(QKeyEvent* e) override;

  private:
    void add(std::size_t finding);
    void jump();
    Desk& desk_;
};

/// What a group of findings asks one to do.
QString toDoText(ToDo what);

} // namespace hl
