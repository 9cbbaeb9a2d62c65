// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/player.h"

#include <QMainWindow>

class QLabel;
class QStackedWidget;
class QHBoxLayout;
class QPushButton;

namespace hl {

class StationLine;
class Ribbon;
class PictureView;
class PublishPage;
class LineUpPage;
class BeatsTable;
class CornerPage;
class HelpOverlay;
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
    enum Station { SceneStation, LineUpStation, CornersStation, WordsStation, CutStation, PublishStation };
    void go(Station s);

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
    bool onCorners() const; ///< whose keys change the corner
    void key(const QKeySequence& keys, const QString& does, std::function<void()> action, bool unlessTyping = false);
    void refreshTop();
    void say(const QString& text, bool wrong);
    void chooseGuide();
    void remember(const QString& folder);
    bool mayLeave();
    void showPlace();
    void nextPace();
    void loopCorner();

    std::unique_ptr<Desk> desk_;
    std::unique_ptr<Player> player_;
    StationLine* stations_;
    QStackedWidget* pages_;
    QHBoxLayout* middle_;
    PublishPage* publish_;
    LineUpPage* lineUp_;
    BeatsTable *words_, *cutWords_;
    CornerPage* corners_;
    QWidget* stretch_;
    StripView* strip_;
    PlanView* plan_;
    QPushButton* pace_;
    Ribbon* ribbon_;
    QLabel *about_, *message_, *where_;
    QPushButton* play_;
    HelpOverlay* help_ = nullptr;
    QList<KeyHelp> keyHelp_;
};

} // namespace hl
