// SPDX-License-Identifier: GPL-3.0-or-later
// One place of the work, with one job: its page, its keys, and how the desk is laid out while one is there. The window
// knows a list of them.
#pragma once
#include "jobs/stations.h"
#include "studio/playback/player.h"
#include "studio/views/picture_tool.h"

#include <QKeySequence>
#include <QWidget>

namespace hl {

/// What stands on the desk beside the page.
struct StationLayout {
    int filmShare = 11, pageShare = 10; ///< of the width
    bool planBeside = false;            ///< the road from above, beside the film
    bool planBelow = false;             ///< the whole lap from above, under a narrow film
    bool pedals = true, tallPedals = false;
    bool stretch = false; ///< guide time over the road, below
    bool marks = false;   ///< the chosen corner's marks can be dragged on the ribbon and on the map
    bool bounds = false;  ///< the chosen corner's bounds can be dragged on the ribbon
    Player::Mode plays = Player::Mode::Footage;
};

struct StationKey {
    QKeySequence keys;
    QString does; ///< for the help; empty: told with another key
    std::function<void()> action;
    bool unlessTyping = true; ///< letters belong to the text while one types
};

class Station : public QObject {
    Q_OBJECT
  public:
    virtual StationId id() const = 0;                ///< by which the others know it
    virtual QString name() const = 0;                ///< on the line, for people
    virtual QWidget* page() = 0;                     ///< made once; the window takes it
    virtual QWidget* underFilm() { return nullptr; } ///< of its own, below the picture; made once
    virtual StationLayout layout() const { return {}; }
    virtual PictureTool* pictureTool() { return nullptr; } ///< has the clicks in the picture while one is here
    virtual QList<StationKey> keys() { return {}; }        ///< they work while one is at this station
    virtual void showWords(BeatId) {}                      ///< they are wanted from elsewhere
    virtual void enter() {}
    virtual void leave() {} ///< before the window closes: what is under way here is told to stop

  signals:
    void publishedNow();                        ///< an edition of the guide as it is stands in its folder
    void layoutChanged();                       ///< it wishes another one than before
    void said(const QString& text, bool wrong); ///< one line for the window
    void newGuideWanted();
    void openWanted();
    void wordsWanted(hl::CornerId corner, hl::BeatId beat); ///< to be looked at where words are; 0: where corners are
    void stationWanted(hl::StationId station, hl::CornerId corner); ///< another place of the work; corner 0: as it is
};

} // namespace hl
