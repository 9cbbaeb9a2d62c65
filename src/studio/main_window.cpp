// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/main_window.h"

#include "jobs/shelf.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"
#include "studio/shelf/shelf_page.h"
#include "studio/stations/all_stations.h"
#include "studio/views/loupe.h"
#include "studio/views/picture_view.h"
#include "studio/views/plan_view.h"
#include "studio/views/ribbon.h"
#include "studio/views/stretch_view.h"
#include "studio/views/strip_view.h"
#include "studio/widgets/help_overlay.h"
#include "studio/widgets/station_line.h"
#include "studio/widgets/style.h"
#include "studio/widgets/warm_letters.h"

#include <QApplication>
#include <QDir>
#include <QHBoxLayout>
#include <QLabel>
#include <QPlainTextEdit>
#include <QScreen>
#include <QScrollArea>
#include <QShortcut>
#include <QStackedWidget>
#include <QTimer>
#include <QVBoxLayout>

namespace hl {
namespace {
constexpr int kLowWindow = 780; // px; below, the ribbon makes room for the film

/// A page taller than its room scrolls instead of pushing the window open; its room is given to it, so pages that
/// nobody sees need not be laid out to tell their wishes.
class PageArea : public QScrollArea {
  public:
    QSize sizeHint() const override { return {480, 320}; }
    QSize minimumSizeHint() const override { return {80, 120}; }
};

QWidget* scrolled(QWidget* page) {
    auto* area = new PageArea;
    area->setWidget(page);
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setMinimumHeight(120);
    area->setFocusPolicy(Qt::NoFocus);
    area->viewport()->setAutoFillBackground(false);
    return area;
}
} // namespace

namespace {

/// As much of the usual size as the screen has room for inside a frame of the desktop's.
QSize openingSize(const QScreen* screen) {
    constexpr QSize kUsual(1280, 800), kFrame(4, 44);
    const auto room = screen ? screen->availableGeometry().size() - kFrame : kUsual;
    return room.width() < kUsual.width() - kFrame.width() ? kUsual : kUsual.boundedTo(room); // no screen to speak of
}

} // namespace

MainWindow::MainWindow()
    : desk_(std::make_unique<Desk>()), player_(std::make_unique<Player>(*desk_)),
      stations_(allStations(*desk_, *player_)) {
    stalls_ = new StallMeter(this);
    setWindowTitle(tr("High Lantern"));
    setAcceptDrops(true);
    resize(openingSize(screen()));
    auto* ground = new QWidget;
    ground->setObjectName(QStringLiteral("ground"));
    auto* column = new QVBoxLayout(ground);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    top_ = buildTop();
    column->addWidget(top_);
    shelf_ = std::make_unique<Shelf>(desk_->tasks());
    shelfPage_ = new ShelfPage(*shelf_);
    column->addWidget(shelfPage_, 3);
    desktop_ = buildMiddle();
    column->addWidget(desktop_, 3);
    stretch_ = new StretchView(*desk_, *player_);
    stretch_->hide();
    column->addWidget(stretch_, 2);
    ribbon_ = new Ribbon(*desk_, *player_);
    column->addWidget(ribbon_);
    setCentralWidget(ground);
    connectDesk();
    addKeys();
    help_ = new HelpOverlay(keyHelp_, this);
    connect(shelfPage_, &ShelfPage::guideWanted, this, [this](const QString& folder) {
        if (desk_->isOpen() && QDir(folder) == QDir(desk_->folder()))
            showShelf(false);
        else
            open(folder);
    });
    connect(shelfPage_, &ShelfPage::newGuideWanted, this, [this] { newGuide(); });
    connect(shelfPage_, &ShelfPage::openWanted, this, &MainWindow::chooseGuide);
    connect(shelfPage_, &ShelfPage::said, this, &MainWindow::say);
    takeRecentGuides();
    layDesk();
    centralWidget()->setFocus();
    getReady(0);
}

/// Pages take their style and their letters one by one while nobody waits: the first guide need not bring them to all
/// of them at once.
void MainWindow::getReady(std::size_t station) {
    if (station > stations_.size()) return;
    QTimer::singleShot(30, this, [this, station] {
        auto fonts = fontsOfViews();
        if (station < stations_.size()) {
            auto* page = stations_[station]->page();
            page->ensurePolished();
            for (auto* child : page->findChildren<QWidget*>()) child->ensurePolished();
            if (page->layout()) page->layout()->activate();
            fonts = fontsOf(*page);
        }
        for (const auto& font : fonts) QTimer::singleShot(0, this, [font] { warmLetters(font); });
        getReady(station + 1);
    });
}

MainWindow::~MainWindow() {
    disconnect(qApp, nullptr, this, nullptr); // a dialog that goes with the window moves the focus once more
    for (auto& s : stations_) s->leave();
    // The widgets speak to the desk until they are gone (a field losing the focus hands in its text): they go first.
    const std::unique_ptr<QWidget> ground(takeCentralWidget());
}

QWidget* MainWindow::buildTop() {
    auto* top = new QWidget;
    auto* row = new QHBoxLayout(top);
    row->setContentsMargins(24, 8, 24, 4);
    row->setSpacing(20);
    auto* name = new QPushButton(tr("High Lantern"));
    name->setProperty("role", QStringLiteral("name"));
    name->setToolTip(tr("The shelf: all guides (Alt+0)"));
    name->setAccessibleName(name->toolTip());
    name->setFocusPolicy(Qt::TabFocus);
    connect(name, &QPushButton::clicked, this, [this] { showShelf(true); });
    QStringList names;
    for (const auto& s : stations_) names << s->name();
    line_ = new StationLine(names);
    about_ = new QLabel;
    about_->setObjectName(QStringLiteral("darkquiet"));
    about_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    about_->setMinimumWidth(250);
    row->addWidget(name);
    row->addWidget(line_, 1);
    row->addWidget(about_);
    connect(line_, &StationLine::chosen, this, qOverload<int>(&MainWindow::go));
    return top;
}

QWidget* MainWindow::buildMiddle() {
    auto* middle = new QWidget;
    middle_ = new QHBoxLayout(middle);
    middle_->setContentsMargins(24, 4, 0, 0);
    middle_->setSpacing(12);
    auto* left = new QWidget;
    auto* column = new QVBoxLayout(left);
    column->setContentsMargins(0, 0, 0, 10);
    column->setSpacing(8);
    seen_ = new QHBoxLayout; // from the driver's seat, and from above
    seen_->setSpacing(8);
    auto* picture = new PictureView(*player_);
    loupe_ = picture->loupe();
    connect(loupe_, &Loupe::keepWanted, this, &MainWindow::askToKeepLoupe);
    seen_->addWidget(picture, 17);
    plan_ = new PlanView(*desk_, *player_);
    seen_->addWidget(plan_, 10);
    column->addLayout(seen_, 1);
    strip_ = new StripView(*desk_, *player_);
    column->addWidget(buildTransport());
    column->addWidget(strip_);
    for (auto& s : stations_)
        if (auto* under = s->underFilm()) column->addWidget(under);
    pages_ = new QStackedWidget;
    for (auto& s : stations_) addStation(*s);
    middle_->addWidget(left);
    middle_->addWidget(pages_);
    return middle;
}

void MainWindow::addStation(Station& station) {
    pages_->addWidget(scrolled(station.page()));
    connect(&station, &Station::publishedNow, this, &MainWindow::lookWhetherPublished);
    connect(&station, &Station::said, this, &MainWindow::say);
    connect(&station, &Station::wordsWanted, this, [this](CornerId corner, BeatId beat) {
        go(beat ? StationId::Words : StationId::Corners);
        desk_->choose(corner);
        here().showWords(beat);
    });
    connect(&station, &Station::stationWanted, this, [this](StationId wanted, CornerId corner) {
        go(wanted);
        if (corner) desk_->choose(corner);
    });
    connect(&station, &Station::layoutChanged, this, &MainWindow::layDesk);
    connect(&station, &Station::newGuideWanted, this, [this] { newGuide(); });
    connect(&station, &Station::openWanted, this, &MainWindow::chooseGuide);
}

void MainWindow::connectDesk() {
    connect(desk_.get(), &Desk::opened, this, [this] {
        onShelf_ = false;
        shelf_->remember(desk_->folder());
        layDesk();
        refreshTop();
        lookWhetherPublished();
        say({}, false);
        if (isVisible()) here().enter();
    });
    connect(desk_.get(), &Desk::changed, this, &MainWindow::refreshTop);
    connect(desk_.get(), &Desk::changed, this, &MainWindow::lightLamps);
    connect(desk_.get(), &Desk::lookedOver, this, &MainWindow::lightLamps);
    connect(desk_.get(), &Desk::cutChanged, this, &MainWindow::refreshTop);
    connect(desk_.get(), &Desk::cutChanged, this, &MainWindow::lightLamps);
    connect(desk_.get(), &Desk::lookedOver, this, &MainWindow::keepOnShelf); // when the hands rest
    connect(desk_.get(), &Desk::saved, this, [this] {
        lookWhetherPublished();
        say(tr("Saved."), false);
    });
    connect(desk_.get(), &Desk::failed, this, [this](const QString& text) { say(text, true); });
    connect(desk_.get(), &Desk::recovered, this,
            [this] { say(tr("Edits that were not saved are back. Undo takes them away."), false); });
    connect(player_.get(), &Player::playingChanged, this,
            [this](bool on) { play_->setText(on ? tr("Pause") : tr("Play")); });
    connect(player_.get(), &Player::moved, this, &MainWindow::showPlace);
    connect(player_.get(), &Player::filmTold, this, [this](const QString& text) { say(text, true); });
}

void MainWindow::go(int station) {
    here_ = std::clamp(station, 0, static_cast<int>(stations_.size()) - 1);
    giveKeys();
    layDesk();
    here().enter();
}

void MainWindow::go(StationId station) {
    for (std::size_t i = 0; i < stations_.size(); ++i)
        if (stations_[i]->id() == station) go(static_cast<int>(i));
}

void MainWindow::lookWhetherPublished() {
    published_ = desk_->isOpen() && publishedAsItIs(desk_->folder().toStdString());
    lightLamps();
}

void MainWindow::lightLamps() {
    if (!desk_->isOpen()) return;
    const auto states = stationsOf(desk_->guide(), {true, contradictionsIn(desk_->look().findings),
                                                    desk_->cut().lengthS > 0, published_ && !desk_->hasUnsaved()});
    for (std::size_t i = 0; i < stations_.size(); ++i)
        line_->setLamp(static_cast<int>(i), states.at(static_cast<std::size_t>(stations_[i]->id())));
}

void MainWindow::setFilmLarge(bool large) {
    filmLarge_ = large;
    layDesk();
}

/// What stands where, as the station wishes; a large film leaves it only the strip and the ribbon.
void MainWindow::layDesk() {
    const auto wish = here().layout();
    const bool work = desk_->isOpen() && !onShelf_;
    shelfPage_->setVisible(!work);
    top_->setVisible(work);
    desktop_->setVisible(work);
    ribbon_->setVisible(work);
    line_->setEnabled(desk_->isOpen());
    line_->setCurrent(here_);
    pages_->setCurrentIndex(here_);
    if (auto* picture = findChild<PictureView*>()) picture->setTool(here().pictureTool());
    const bool stretch = wish.stretch && !filmLarge_ && work;
    if (!stretch) stretch_->hide();
    for (auto& s : stations_)
        if (auto* under = s->underFilm(); under && s.get() != &here()) under->hide();
    middle_->itemAt(0)->widget()->layout()->activate(); // its room is free before something else takes it
    middle_->activate();
    ribbon_->setCompact(wish.stretch || filmLarge_ ||
                        height() < kLowWindow); // first make room, or the window would grow
    pages_->setVisible(!filmLarge_);
    strip_->setVisible(wish.pedals);
    strip_->setTall(wish.tallPedals && !filmLarge_);
    plan_->setVisible((wish.planBeside || wish.planBelow) && !filmLarge_);
    plan_->setWholeLap(wish.planBelow || wholePlan_);
    seen_->setDirection(wish.planBelow ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
    ribbon_->setBoundsShown(wish.bounds);
    ribbon_->setMarksShown(wish.marks);
    plan_->setMarksShown(wish.marks);
    if (stretch) stretch_->show();
    if (auto* under = here().underFilm()) under->setVisible(!filmLarge_);
    middle_->setContentsMargins(24, 4, filmLarge_ ? 24 : 0, 0);
    middle_->setStretch(0, wish.filmShare);
    middle_->setStretch(1, wish.pageShare);
    player_->setMode(wish.plays);
    QTimer::singleShot(0, this, &MainWindow::showPlace); // in the room it has now
}

void MainWindow::refreshTop() {
    if (!desk_->isOpen()) return;
    const auto& g = desk_->guide();
    about_->setText(
        tr("%1%2<br>guide <b style='color:%3'>%4</b> \u00b7 lap %5")
            .arg(QString::fromStdString(g.scene.track.empty() ? g.scene.title : g.scene.track).toHtmlEscaped(),
                 desk_->hasUnsaved() ? tr(" \u00b7 not saved") : QString(), QColor(look::kMist).name(),
                 clockText(desk_->cut().lengthS), clockText(desk_->session().trace.lap.time.count(), 3)));
    setWindowTitle(tr("%1[*] \u00b7 High Lantern").arg(QString::fromStdString(g.scene.title)));
    setWindowModified(desk_->hasUnsaved());
}

void MainWindow::say(const QString& text, bool wrong) {
    shelfPage_->say(text, wrong);
    message_->setText(text);
    message_->setStyleSheet(
        QStringLiteral("font-size: 13px; color: %1;").arg(QColor(wrong ? look::kWrongOnDark : look::kMist).name()));
}

void MainWindow::resizeEvent(QResizeEvent* e) {
    QMainWindow::resizeEvent(e);
    if (help_) help_->setGeometry(rect());
    if (e->size().height() != e->oldSize().height()) layDesk();
}

} // namespace hl
