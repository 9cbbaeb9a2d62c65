// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/widgets/stall_meter.h"

#include <QMainWindow>

class QLabel;
class QStackedWidget;
class QHBoxLayout;
class QPushButton;
class QShortcut;

namespace hl {

class StationLine;
class Ribbon;
class HelpOverlay;
class Shelf;
class ShelfPage;
class Loupe;
class PlanView;
class StripView;
struct KeyHelp;

class MainWindow : public QMainWindow {
    Q_OBJECT
  public:
    MainWindow();
    ~MainWindow() override;
    Desk& desk() { return *desk_; }
    Player& player() { return *player_; }
    void open(const QString& folder);
    void newGuide(const QStringList& files = {});
    void go(int station); ///< by its place on the line
    void go(StationId station);
    void showShelf(bool shown);    ///< the guides made so far; the open one stays open
    void setFilmLarge(bool large); ///< the film fills the desk; the sheet slides away
    void keepLoupe(Topic topic);   ///< what it shows becomes the chosen corner's picture of what to look for
    StallMeter& stalls() { return *stalls_; }
    bool filmLarge() const { return filmLarge_; }

  protected:
    void closeEvent(QCloseEvent* e) override;
    void dragEnterEvent(QDragEnterEvent* e) override;
    void dropEvent(QDropEvent* e) override;
    void resizeEvent(QResizeEvent* e) override;

  private:
    QWidget* buildTop();
    QWidget* buildMiddle();
    QWidget* buildTransport();
    void connectDesk();
    void addKeys();
    void addStation(Station& station);
    void key(const QKeySequence& keys, const QString& does, std::function<void()> action, bool unlessTyping = false);
    void addStationKeys();
    Station& here() const { return *stations_[static_cast<std::size_t>(here_)]; }
    void layDesk();
    void getReady(std::size_t station);
    void refreshTop();
    void lightLamps();
    void lookWhetherPublished();
    void giveKeys();
    void keepOnShelf();
    void takeRecentGuides();
    void askToKeepLoupe(const QPoint& at);
    void say(const QString& text, bool wrong);
    void chooseGuide();
    bool mayLeave();
    void showPlace();
    void nextPace();
    void loopCorner();

    std::unique_ptr<Desk> desk_;
    std::unique_ptr<Player> player_;
    std::vector<std::unique_ptr<Station>> stations_;
    int here_ = 0;
    bool filmLarge_ = false;
    StationLine* line_;
    std::unique_ptr<Shelf> shelf_;
    ShelfPage* shelfPage_;
    Loupe* loupe_;
    bool onShelf_ = false; ///< while a guide is open
    QWidget* top_;
    QWidget* desktop_;
    StallMeter* stalls_;
    QStackedWidget* pages_;
    QHBoxLayout *middle_, *seen_; ///< `seen_`: film and plan
    bool wholePlan_ = false;      ///< wished for, where there is a choice
    QWidget* stretch_;
    StripView* strip_;
    PlanView* plan_;
    QPushButton* pace_;
    Ribbon* ribbon_;
    QLabel *about_, *message_, *where_;
    QPushButton* play_;
    HelpOverlay* help_ = nullptr;
    QList<KeyHelp> keyHelp_;
    std::vector<QShortcut*> stationKeys_; ///< each belongs to the station where one is, if that has it
    bool published_ = false;              ///< the guide as it was saved last
};

} // namespace hl
