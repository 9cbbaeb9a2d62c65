// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shelf/shelf_page.h"

#include "picture/tokens.h"
#include "studio/shelf/card_painting.h"
#include "studio/widgets/style.h"

#include <QAbstractButton>
#include <QCoreApplication>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMenu>
#include <QPainter>
#include <QProcess>
#include <QStandardPaths>
#include <QVBoxLayout>

namespace hl {
namespace {

QString commandFile() { return QDir(QCoreApplication::applicationDirPath()).filePath(QStringLiteral("highlantern")); }

/// A dashed frame to drop things into.
class DropFrame : public QWidget {
  public:
    using QWidget::QWidget;

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(QPen(QColor(look::kMarsh600), 2, Qt::DashLine, Qt::RoundCap));
        p.drawRoundedRect(QRectF(rect()).adjusted(2, 2, -2, -2), look::kRadiusDesk, look::kRadiusDesk);
    }
};

QLabel* darkHead(const QString& text) {
    auto* l = new QLabel(text);
    l->setStyleSheet(QStringLiteral("font-size: 15px; font-weight: 600;"));
    return l;
}

} // namespace

QString demoFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/demo");
}

ShelfPage::ShelfPage(Shelf& shelf, QWidget* parent)
    : QWidget(parent), shelf_(shelf), deskModel_(new ShelfModel(shelf, this)),
      earlierModel_(new ShelfModel(shelf, this)), head_(darkHead(tr("On the desk"))),
      earlierHead_(darkHead(tr("Earlier"))), none_(new QLabel), message_(new QLabel), paper_(new QWidget) {
    setObjectName(QStringLiteral("shelf"));
    setAccessibleName(tr("The guides made so far"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 14, 24, 20);
    column->setSpacing(12);
    column->addWidget(buildHead());
    column->addSpacing(12);
    column->addWidget(head_);
    desk_ = view(deskModel_, new CardDelegate(this), QStringLiteral("deskCards"));
    desk_->setAccessibleName(tr("Guides on the desk"));
    desk_->setViewMode(QListView::IconMode);
    desk_->setFlow(QListView::LeftToRight);
    desk_->setMovement(QListView::Static);
    desk_->setWrapping(false);
    desk_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    desk_->setFixedHeight(CardDelegate::kHigh + 4);
    auto* cards = new QHBoxLayout;
    cards->setSpacing(0);
    cards->addWidget(desk_);
    cards->addWidget(buildInvitation(), 1);
    cards->addStretch(0);
    column->addLayout(cards);
    none_->setObjectName(QStringLiteral("darkquiet"));
    column->addWidget(none_);
    column->addSpacing(12);
    column->addWidget(earlierHead_);
    paper_->setObjectName(QStringLiteral("card"));
    paper_->setAttribute(Qt::WA_StyledBackground);
    auto* rows = new QVBoxLayout(paper_);
    rows->setContentsMargins(0, 6, 0, 6);
    earlier_ = view(earlierModel_, new RowDelegate(this), QStringLiteral("earlierRows"));
    earlier_->setAccessibleName(tr("Earlier guides"));
    rows->addWidget(earlier_);
    column->addWidget(paper_, 1);
    column->addStretch();
    message_->setWordWrap(true);
    message_->setObjectName(QStringLiteral("shelfMessage"));
    column->addWidget(message_);
    connect(&shelf_, &Shelf::changed, this, [this] {
        if (isVisible()) return fill();
        deskModel_->show({}), earlierModel_->show({}); // they point into cards that are gone
    });
    connect(&shelf_, &Shelf::said, this, &ShelfPage::said);
    fill();
}

QWidget* ShelfPage::buildHead() {
    auto* head = new QWidget;
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(12);
    auto* name = new QLabel(tr("High Lantern"));
    name->setStyleSheet(QStringLiteral("font-size: 19px; font-weight: 700;"));
    search_ = new QLineEdit;
    search_->setObjectName(QStringLiteral("search"));
    search_->setPlaceholderText(tr("Find a guide, track or car"));
    search_->setAccessibleName(tr("Find a guide, track or car"));
    search_->setClearButtonEnabled(true);
    for (auto* clear : search_->findChildren<QAbstractButton*>()) clear->setAccessibleName(tr("Forget what was typed"));
    search_->setFixedWidth(260);
    auto* open = new QPushButton(tr("Open a guide"));
    open->setObjectName(QStringLiteral("flat"));
    auto* fresh = lampButton(tr("New guide"));
    row->addWidget(name);
    row->addStretch();
    row->addWidget(search_);
    row->addWidget(open);
    row->addWidget(fresh);
    connect(search_, &QLineEdit::textChanged, this, &ShelfPage::fill);
    connect(open, &QPushButton::clicked, this, &ShelfPage::openWanted);
    connect(fresh, &QPushButton::clicked, this, &ShelfPage::newGuideWanted);
    return head;
}

QWidget* ShelfPage::buildInvitation() {
    invitation_ = new DropFrame;
    invitation_->setMinimumWidth(240);
    auto* column = new QVBoxLayout(invitation_);
    column->addStretch();
    inviting_ = new QLabel(tr("Drop a film and its log here"));
    auto* or_ = new QLabel(tr("or a film that brings its own"));
    about_ = new QLabel(tr("They are tied together, cut into corners and measured. You say it in your own words."));
    for (auto* l : {or_, about_}) l->setObjectName(QStringLiteral("darkquiet"));
    demo_ = new QPushButton;
    demo_->setObjectName(QStringLiteral("demoGuide"));
    demo_->setProperty("role", QStringLiteral("link"));
    for (QWidget* w : std::initializer_list<QWidget*>{inviting_, or_, about_, demo_})
        column->addWidget(w, 0, Qt::AlignHCenter);
    column->addStretch();
    connect(demo_, &QPushButton::clicked, this, &ShelfPage::makeDemo);
    return invitation_;
}

QListView* ShelfPage::view(ShelfModel* model, QAbstractItemDelegate* delegate, const QString& name) {
    auto* v = new QListView;
    v->setObjectName(name);
    v->setModel(model);
    v->setItemDelegate(delegate);
    v->setUniformItemSizes(true);
    v->setMouseTracking(true);
    v->setFrameShape(QFrame::NoFrame);
    v->setSelectionMode(QAbstractItemView::SingleSelection);
    v->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    v->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    v->setContextMenuPolicy(Qt::CustomContextMenu);
    v->setStyleSheet(QStringLiteral("QListView { background: transparent; border: none; outline: 0; }"));
    v->installEventFilter(this);
    connect(v, &QListView::clicked, this, [this, model](const QModelIndex& i) { choose(model->at(i.row())); });
    connect(v, &QListView::customContextMenuRequested, this, [this, v, model](const QPoint& at) {
        if (const auto i = v->indexAt(at); i.isValid()) menu(model->at(i.row()), v->viewport()->mapToGlobal(at));
    });
    return v;
}

bool ShelfPage::eventFilter(QObject* watched, QEvent* e) {
    auto* v = qobject_cast<QListView*>(watched);
    if (v && e->type() == QEvent::ShortcutOverride && !(static_cast<QKeyEvent*>(e)->modifiers() & ~Qt::ShiftModifier)) {
        e->accept(); // letters look for a guide here; they are no keys of the film
        return true;
    }
    if (!v || e->type() != QEvent::KeyPress) return QWidget::eventFilter(watched, e);
    const auto* model = v == desk_ ? deskModel_ : earlierModel_;
    const auto index = v->currentIndex();
    const auto key = static_cast<QKeyEvent*>(e)->key();
    if (v == desk_ && key == Qt::Key_Down && earlierModel_->rowCount() > 0) {
        earlier_->setFocus();
        earlier_->setCurrentIndex(earlierModel_->index(0));
        return true;
    }
    if (v == earlier_ && key == Qt::Key_Up && index.row() <= 0) {
        desk_->setFocus();
        return true;
    }
    if (const auto text = static_cast<QKeyEvent*>(e)->text(); !text.isEmpty() && text[0].isLetterOrNumber()) {
        search_->setFocus();
        search_->setText(search_->text() + text);
        return true;
    }
    if (!index.isValid()) return false;
    if (key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Space) {
        choose(model->at(index.row()));
        return true;
    }
    if (key == Qt::Key_Delete) {
        shelf_.takeOff(QString::fromStdString(model->at(index.row()).folder.string()));
        return true;
    }
    return false;
}

void ShelfPage::find(const QString& typed) { search_->setText(typed); }

void ShelfPage::say(const QString& text, bool wrong) {
    message_->setText(text);
    message_->setStyleSheet(
        QStringLiteral("font-size: 13px; color: %1;").arg(QColor(wrong ? look::kWrongOnDark : look::kMist).name()));
}

void ShelfPage::fill() {
    std::vector<const GuideCard*> found;
    const auto typed = search_->text().toStdString();
    for (const auto& c : shelf_.cards())
        if (matches(c, typed)) found.push_back(&c);
    const int room = width() - 48 - 240;
    const auto most = static_cast<std::size_t>(std::clamp(room / (CardDelegate::kWide + CardDelegate::kBetween), 1, 6));
    const auto cut = static_cast<std::ptrdiff_t>(std::min(found.size(), most));
    deskModel_->show({found.begin(), found.begin() + cut});
    earlierModel_->show({found.begin() + cut, found.end()});
    desk_->setFixedWidth(static_cast<int>(cut) * (CardDelegate::kWide + CardDelegate::kBetween));
    desk_->setVisible(cut > 0);
    head_->setVisible(cut > 0);
    const bool rows = earlierModel_->rowCount() > 0;
    earlierHead_->setVisible(rows);
    paper_->setVisible(rows);
    earlier_->setMaximumHeight(earlierModel_->rowCount() * RowDelegate::kHigh + 2);
    paper_->setMaximumHeight(earlier_->maximumHeight() + 14);
    const bool empty = shelf_.cards().empty(); // then the whole desk invites
    constexpr int kWhole = 420, kWidest = 620;
    invitation_->setFixedHeight(empty ? kWhole : CardDelegate::kHigh);
    invitation_->setMaximumWidth(empty ? QWIDGETSIZE_MAX : kWidest);
    inviting_->setStyleSheet(QStringLiteral("font-size: %1px; font-weight: 700;").arg(empty ? 34 : 19));
    about_->setVisible(empty);
    none_->setVisible(found.empty() && shelf_.isRead());
    none_->setText(shelf_.cards().empty() ? tr("Nothing yet. The guides you make or open stand here.")
                                          : tr("No guide has all these words."));
    const bool made = QFileInfo::exists(demoFolder() + QStringLiteral("/saltmarrow-guide/guide.json"));
    if (!making_) demo_->setText(made ? tr("Open the demo") : tr("Make the demo"));
    demo_->setVisible(made || QFileInfo(commandFile()).isExecutable());
}

void ShelfPage::resizeEvent(QResizeEvent* e) {
    QWidget::resizeEvent(e);
    fill();
}

void ShelfPage::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    fill();
    shelf_.refresh();
}

void ShelfPage::choose(const GuideCard& card) {
    const auto gone = [](const MovedFile& m) { return m.what != "picture"; };
    if (std::any_of(card.moved.begin(), card.moved.end(), gone))
        point(card);
    else if (card.trouble.empty())
        emit guideWanted(QString::fromStdString(card.folder.string()));
    else
        emit said(QString::fromStdString(card.trouble), true);
}

void ShelfPage::menu(const GuideCard& card, const QPoint& at) {
    QMenu m(this);
    const auto folder = QString::fromStdString(card.folder.string());
    if (card.trouble.empty()) m.addAction(tr("Open"), this, [this, folder] { emit guideWanted(folder); });
    if (!card.moved.empty())
        m.addAction(tr("Point at its %1\u2026").arg(QString::fromStdString(card.moved.front().what)), this,
                    [this, card] { point(card); });
    m.addAction(tr("Take off the shelf (the guide stays)"), this, [this, folder] { shelf_.takeOff(folder); });
    m.addSeparator();
    m.addAction(tr("Look for guides in a folder\u2026"), this, [this] {
        const auto root = QFileDialog::getExistingDirectory(this, tr("Look for guides in a folder"));
        if (!root.isEmpty()) shelf_.refresh({root});
    });
    m.exec(at);
}

void ShelfPage::point(const GuideCard& card) {
    const auto moved = card.moved.front();
    const auto was = QString::fromStdString(moved.path);
    const auto to = QFileDialog::getOpenFileName(
        this, tr("Where is the %1 %2 now?").arg(QString::fromStdString(moved.what), QFileInfo(was).fileName()));
    if (!to.isEmpty()) shelf_.point(QString::fromStdString(card.folder.string()), moved, to);
}

/// About a minute and a half of filming, done by the command beside this program.
void ShelfPage::makeDemo() {
    const auto guide = demoFolder() + QStringLiteral("/saltmarrow-guide");
    if (QFileInfo::exists(guide + QStringLiteral("/guide.json"))) {
        emit guideWanted(guide);
        return;
    }
    if (making_) return;
    making_ = new QProcess(this);
    demo_->setEnabled(false);
    connect(making_, &QProcess::readyReadStandardError, this, [this] {
        const auto lines =
            QString::fromUtf8(making_->readAllStandardError()).split(QLatin1Char('\n'), Qt::SkipEmptyParts);
        if (!lines.isEmpty()) demo_->setText(tr("Making it: %1").arg(lines.back().trimmed()));
    });
    connect(making_, &QProcess::finished, this, [this](int code) {
        making_->deleteLater();
        making_ = nullptr;
        demo_->setEnabled(true);
        shelf_.refresh({demoFolder()});
        fill();
        if (code != 0) emit said(tr("The demo could not be made."), true);
    });
    making_->start(commandFile(), {QStringLiteral("demo"), demoFolder()});
}

} // namespace hl
