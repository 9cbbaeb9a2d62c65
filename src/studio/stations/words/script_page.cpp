// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/script_page.h"

#include "picture/tokens.h"
#include "studio/stations/words/school_menu.h"
#include "studio/stations/words/script_delegate.h"
#include "studio/stations/words/script_model.h"
#include "studio/stations/words/word_marks.h"
#include "studio/views/edition_menu.h"
#include "studio/views/picture_menu.h"
#include "studio/widgets/style.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QInputDialog>
#include <QTimer>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr int kAtWidth = 68, kCueWidth = 88, kTimeWidth = 126;

QPushButton* menuButton(const QString& text, const QString& tip, const char* object, QMenu*& menu) {
    auto* b = plainButton(text);
    b->setObjectName(QString::fromLatin1(object));
    b->setToolTip(tip);
    b->setAccessibleName(tip);
    b->setStyleSheet(QStringLiteral("padding: 5px 20px 5px 10px; font-size: 13px"));
    menu = new QMenu(b);
    b->setMenu(menu);
    return b;
}

} // namespace

ScriptPage::ScriptPage(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), summary_(quiet({})), table_(new QTableView),
      model_(new ScriptModel(desk, this)), delegate_(new ScriptDelegate(desk, *model_, table_)) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    new_ = menuButton(tr("New words"), tr("New words where the car is, or over a section (Ctrl+B)"), "newWords",
                      newWords_);
    these_ =
        menuButton(tr("These words"), tr("What can be done with the chosen words (Ctrl+L)"), "theseWords", theseWords_);
    schoolButton_ = menuButton(tr("Draft"), tr("How drafts are worded (Ctrl+D)"), "school", school_);
    sound_ =
        menuButton(tr("Sound"), tr("Loudness, care of takes, captions (Ctrl+Shift+L)"), "soundChoices", soundMenu_);
    connect(newWords_, &QMenu::aboutToShow, this, &ScriptPage::fillNewWords);
    connect(theseWords_, &QMenu::aboutToShow, this, &ScriptPage::fillTheseWords);
    connect(school_, &QMenu::aboutToShow, this, [this] { fillSchoolMenu(*school_, desk_, this); });
    connect(soundMenu_, &QMenu::aboutToShow, this, [this] { fillSoundMenu(*soundMenu_, desk_, this); });
    auto* top = new QHBoxLayout;
    top->setSpacing(6);
    top->addWidget(headline(tr("The words")));
    summary_->setWordWrap(false);
    summary_->setMinimumWidth(40);
    top->addSpacing(8);
    top->addWidget(summary_, 1);
    for (auto* b : {new_, these_, schoolButton_, sound_}) top->addWidget(b);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 14, 16, 0);
    column->setSpacing(8);
    column->addLayout(top);
    column->addWidget(table_, 1);

    table_->setObjectName(QStringLiteral("script"));
    table_->setAccessibleName(tr("The words of the guide"));
    table_->setModel(model_);
    table_->setItemDelegate(delegate_);
    table_->setStyleSheet(
        QStringLiteral("QTableView { background: %1; border: none; border-top: 1px solid %2; outline: 0; }")
            .arg(QColor(look::kPaper).name(), QColor(look::kInk).name()));
    table_->setShowGrid(false);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    table_->verticalHeader()->setMinimumSectionSize(20);
    table_->horizontalHeader()->hide();
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    table_->horizontalHeader()->setSectionResizeMode(ScriptModel::Words, QHeaderView::Stretch);
    table_->setColumnWidth(ScriptModel::At, kAtWidth);
    table_->setColumnWidth(ScriptModel::Cue, kCueWidth);
    table_->setColumnWidth(ScriptModel::Time, kTimeWidth);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed);
    table_->setTabKeyNavigation(false);
    connect(table_->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex& now) { rowChosen(now.row()); });
    connect(table_, &QTableView::activated, this, [this](const QModelIndex& i) {
        if (model_->flags(i).testFlag(Qt::ItemIsEditable)) table_->edit(i);
    });
    connect(table_, &QTableView::clicked, this, [this](const QModelIndex& i) { seek(model_->row(i.row()).beat); });
    connect(delegate_, &ScriptDelegate::splitWanted, this, &ScriptPage::split);
    connect(delegate_, &ScriptDelegate::adviceWanted, this,
            [this](BeatId beat, const WordMark& m) { makeAdvice(desk_, beat, m); });
    connect(delegate_, &ScriptDelegate::leaveWanted, this,
            [this](BeatId beat, const WordMark& m) { askToLeave(desk_, beat, m, this); });
    connect(model_, &ScriptModel::relaid, this, &ScriptPage::layRows);
    connect(&desk_, &Desk::cornerChosen, this, &ScriptPage::followCorner);
    connect(&desk_, &Desk::opened, this, &ScriptPage::followCorner);
    connect(&player_, &Player::moved, this, &ScriptPage::light);
}

BeatId ScriptPage::beat() const {
    const auto i = table_->currentIndex();
    return i.isValid() ? model_->row(i.row()).beat : BeatId{};
}

void ScriptPage::choose(BeatId beat) {
    if (const int r = model_->rowOf(beat); r >= 0) table_->setCurrentIndex(model_->index(r, ScriptModel::Words));
}

/// Only now every row has its height.
void ScriptPage::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    QTimer::singleShot(0, this, [this] {
        layRows();
        if (!beat()) return followCorner();
        table_->scrollTo(table_->model()->index(std::max(0, model_->headingOf(desk_.corner())), 0),
                         QAbstractItemView::PositionAtTop);
    });
}

void ScriptPage::resizeEvent(QResizeEvent* e) {
    QWidget::resizeEvent(e);
    layRows();
}

/// Heights follow the words; headings go from edge to edge.
void ScriptPage::layRows() {
    if (!isVisible()) return; // they are laid when it is shown
    summary_->setText(model_->summary());
    const int words = table_->viewport()->width() - kAtWidth - kCueWidth - kTimeWidth;
    for (int r = 0; r < model_->rowCount(); ++r) {
        const int height = delegate_->heightOf(r, words);
        if (table_->rowHeight(r) != height) table_->setRowHeight(r, height);
        const bool heading = !model_->row(r).beat;
        if (heading != (table_->columnSpan(r, 0) > 1)) table_->setSpan(r, 0, 1, heading ? ScriptModel::Columns : 1);
    }
}

void ScriptPage::rowChosen(int r) {
    if (r < 0 || r >= model_->rowCount()) return;
    const auto& row = model_->row(r);
    following_ = true; // the corner that is chosen here does not scroll what one looks at
    if (row.corner && desk_.corner() != row.corner) desk_.choose(row.corner);
    following_ = false;
    emit beatChosen(row.beat);
}

void ScriptPage::followCorner() {
    if (following_ || !desk_.isOpen()) return;
    const int r = model_->headingOf(desk_.corner());
    if (r < 0) return;
    table_->setCurrentIndex(model_->index(std::min(r + 1, model_->rowCount() - 1), ScriptModel::Words));
    table_->scrollTo(model_->index(r, 0), QAbstractItemView::PositionAtTop);
}

void ScriptPage::seek(BeatId id) {
    const auto* b = desk_.isOpen() ? beatWith(desk_.guide(), id) : nullptr;
    if (!b) return;
    for (const auto& s : desk_.cut().sections)
        for (const auto& w : s.spoken)
            if (w.beat() == b->id && !w.cue() && player_.mode() == Player::Mode::Guide)
                return player_.seekGuide(seconds(w.start) + 0.05);
    if (cornerOf(desk_.guide(), id)) return player_.seekMetre(b->atM - 15);
    if (const int row = model_->rowOf(id); row >= 0 && desk_.session().furtherLaps)
        if (const auto lap = desk_.session().furtherLaps->find(model_->row(row).lap);
            lap != desk_.session().furtherLaps->end())
            player_.seekFootage(seconds(lap->second.clock.footage(b->atM - 15)));
}

/// The beat now spoken is lit.
void ScriptPage::light() {
    const auto* w = desk_.isOpen() && player_.mode() == Player::Mode::Guide
                        ? spokenAt(desk_.cut(), at<GuideTime>(player_.guideTime()))
                        : nullptr;
    model_->setLit(w ? w->beat() : BeatId{});
}

// New words

void ScriptPage::fillNewWords() {
    newWords_->clear();
    for (const auto& [text, pass] :
         {std::pair(tr("for the walk-through, where the car is"), Pass::Walk),
          std::pair(tr("once more, closer"), Pass::Detail), std::pair(tr("at full speed"), Pass::Run),
          std::pair(tr("from above"), Pass::Above), std::pair(tr("to remember, in the last lap"), Pass::Recap)})
        newWords_->addAction(text, this, [this, pass = pass] { addBeat(pass); });
    newWords_->addSeparator();
    if (desk_.isOpen() && desk_.session().furtherLaps)
        for (const auto& [lap, there] : *desk_.session().furtherLaps)
            newWords_->addAction(tr("in lap %1, where the car is").arg(lap), this,
                                 [this, lap = lap] { addLapBeat(lap); });
    for (const auto& [text, section] : {std::pair(tr("over the opening"), SectionKind::Card),
                                        std::pair(tr("over the conditions"), SectionKind::Conditions),
                                        std::pair(tr("over the close"), SectionKind::Close)})
        newWords_->addAction(text, this, [this, section = section] { addSectionBeat(section); });
}

void ScriptPage::addBeat(Pass pass) {
    const auto* c = desk_.chosen();
    if (!c) return;
    desk_.edit({tr("New words").toStdString(), [id = c->id, at = player_.metre(), pass](Guide g) {
                    return withNewBeat(std::move(g), id, at, {}, pass);
                }});
    showNewest();
}

/// Of another lap, where the car is in it.
void ScriptPage::addLapBeat(int lap) {
    const auto& laps = desk_.session().furtherLaps;
    const auto there = laps ? laps->find(lap) : decltype(laps->begin()){};
    if (!laps || there == laps->end()) return;
    desk_.edit({tr("New words").toStdString(), [lap, at = there->second.clock.metre(player_.shown())](Guide g) {
                    return withNewLapBeat(std::move(g), lap, at, {});
                }});
    showNewest();
}

void ScriptPage::addSectionBeat(SectionKind section) {
    if (!desk_.isOpen()) return;
    desk_.edit(
        {tr("New words").toStdString(), [section](Guide g) { return withNewSectionBeat(std::move(g), section, {}); }});
    showNewest();
}

/// What was just made, ready to be typed.
void ScriptPage::showNewest() {
    const int r = model_->rowOf(BeatId{desk_.guide().nextId - 1});
    if (r < 0) return;
    const auto words = model_->index(r, ScriptModel::Words);
    table_->setFocus();
    table_->setCurrentIndex(words);
    table_->scrollTo(words);
    table_->edit(words);
}

// These words

void ScriptPage::fillTheseWords() {
    theseWords_->clear();
    const auto id = beat();
    const auto* b = desk_.isOpen() ? beatWith(desk_.guide(), id) : nullptr;
    if (!b) {
        theseWords_->addAction(tr("Choose some words first"))->setEnabled(false);
        return;
    }
    theseWords_->addAction(tr("Write (F2)"), this, [this] {
        if (const int r = model_->rowOf(beat()); r >= 0) table_->edit(model_->index(r, ScriptModel::Words));
    });
    theseWords_->addAction(tr("Join with the next (Ctrl+J)"), this, &ScriptPage::join);
    theseWords_->addAction(tr("Earlier (Ctrl+Shift+Up)"), this, [this] { move(-1); });
    theseWords_->addAction(tr("Later (Ctrl+Shift+Down)"), this, [this] { move(1); });
    theseWords_->addAction(tr("Caption by hand\u2026"), this, &ScriptPage::writeCaption);
    theseWords_->addAction(tr("Remove (Ctrl+Delete)"), this, &ScriptPage::removeBeat);
    addOnlyInChoices(*theseWords_->addMenu(tr("Editions")), desk_, id);
    if (!cornerOf(desk_.guide(), id)) return;
    addMends();
    addHeading(*theseWords_, tr("Spoken"));
    for (const auto& [text, pass] :
         {std::pair(tr("in the walk-through"), Pass::Walk), std::pair(tr("once more, closer"), Pass::Detail),
          std::pair(tr("at full speed"), Pass::Run), std::pair(tr("from above"), Pass::Above),
          std::pair(tr("to remember, in the last lap"), Pass::Recap)}) {
        auto* a = theseWords_->addAction(text, this, [this, id, pass = pass] {
            desk_.edit({tr("Pass of words").toStdString(),
                        [id, pass](Guide g) { return withBeatPass(std::move(g), id, pass); }});
            choose(id);
        });
        a->setCheckable(true);
        a->setChecked(b->pass == pass);
    }
    addHeading(*theseWords_, tr("Picture meanwhile"));
    addPictureChoices(*theseWords_, desk_, id);
}

const WordMark* ScriptPage::differing() const {
    const int r = model_->rowOf(beat());
    if (r < 0) return nullptr;
    const auto& marks = model_->beat(r).marks;
    const auto it = std::find_if(marks.begin(), marks.end(), [](const WordMark& m) { return m.differs(); });
    return it == marks.end() ? nullptr : &*it;
}

/// What can be done about each claim of the chosen words that differs.
void ScriptPage::addMends() {
    const auto id = beat();
    const int r = model_->rowOf(id);
    const auto* b = beatWith(desk_.guide(), id);
    if (r < 0 || !b) return;
    bool any = false;
    for (const auto& m : model_->beat(r).marks) {
        if (!m.differs()) continue;
        if (!any) addHeading(*theseWords_, tr("Against the lap"));
        const auto keys = [&](const QString& text, const char* shortcut) {
            return any ? text : text + QStringLiteral(" (%1)").arg(QString::fromLatin1(shortcut));
        };
        const auto said = QString::fromStdString(m.read.said);
        if (!correctedWords(desk_, id, QString::fromStdString(b->words), m).isEmpty())
            theseWords_->addAction(
                keys(tr("\"%1\": write what was measured, %2").arg(said, QString::fromStdString(m.read.claim.measured)),
                     "Ctrl+M"),
                this, [this, id, m] { correctWords(desk_, id, m); });
        if (canBeAdvice(m))
            theseWords_->addAction(keys(tr("\"%1\": make it advice").arg(said), "Ctrl+Shift+M"), this,
                                   [this, id, m] { makeAdvice(desk_, id, m); });
        theseWords_->addAction(keys(tr("\"%1\": leave it\u2026").arg(said), "Ctrl+Alt+M"), this,
                               [this, id, m] { askToLeave(desk_, id, m, this); });
        any = true;
    }
}

void ScriptPage::removeBeat() {
    const auto id = beat();
    if (!id) return;
    const int r = model_->rowOf(id);
    desk_.edit({tr("Remove words").toStdString(), [id](Guide g) { return withoutBeat(std::move(g), id); }});
    table_->setCurrentIndex(model_->index(std::min(r, model_->rowCount() - 1), ScriptModel::Words));
}

void ScriptPage::split(int row, int letter) {
    const auto id = model_->row(row).beat;
    const auto* b = beatWith(desk_.guide(), id);
    if (!b) return;
    const auto at = QString::fromStdString(b->words).left(letter).toStdString().size();
    desk_.edit({tr("Part words").toStdString(), [id, at](Guide g) { return withBeatSplit(std::move(g), id, at); }});
    choose(id);
}

void ScriptPage::join() {
    if (const auto id = beat()) {
        desk_.edit({tr("Join words").toStdString(), [id](Guide g) { return withBeatsJoined(std::move(g), id); }});
        choose(id);
    }
}

void ScriptPage::move(int steps) {
    if (const auto id = beat()) {
        desk_.edit({tr("Order of words").toStdString(),
                    [id, steps](Guide g) { return withBeatMoved(std::move(g), id, steps); }});
        choose(id);
    }
}

void ScriptPage::writeCaption() {
    const auto id = beat();
    const auto* b = desk_.isOpen() ? beatWith(desk_.guide(), id) : nullptr;
    if (!b) return;
    bool ok = false;
    const auto now = b->caption.empty() ? b->words : b->caption;
    const auto text = QInputDialog::getMultiLineText(
        this, tr("Caption"), tr("What is read while these words are spoken; | parts it. Empty: the words themselves."),
        QString::fromStdString(now), &ok);
    if (!ok || text.toStdString() == now) return;
    desk_.edit({tr("Caption").toStdString(), [id, caption = text.simplified().toStdString()](Guide g) {
                    return withCaption(std::move(g), id, caption);
                }});
}

QList<StationKey> ScriptPage::keys() {
    return {
        {QKeySequence(Qt::CTRL | Qt::Key_B), tr("add words where the car is"), [this] { addBeat(Pass::Walk); }, false},
        {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_B), tr("add words to another look, or to a section"),
         [this] { new_->showMenu(); }, false},
        {QKeySequence(Qt::CTRL | Qt::Key_L), tr("what can be done with these words"), [this] { these_->showMenu(); },
         false},
        {QKeySequence(Qt::CTRL | Qt::Key_J), tr("join with the next; Ctrl+Enter parts"), [this] { join(); }, false},
        {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Up), tr("earlier, Ctrl+Shift+Down later"), [this] { move(-1); },
         false},
        {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Down), {}, [this] { move(1); }, false},
        {QKeySequence(Qt::CTRL | Qt::Key_M), tr("write what was measured"),
         [this] {
             if (const auto* m = differing()) correctWords(desk_, beat(), WordMark(*m));
         },
         false},
        {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_M), tr("make it advice"),
         [this] {
             if (const auto* m = differing()) makeAdvice(desk_, beat(), WordMark(*m));
         },
         false},
        {QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_M), tr("leave it, with a reason"),
         [this] {
             if (const auto* m = differing()) askToLeave(desk_, beat(), WordMark(*m), this);
         },
         false},
        {QKeySequence(Qt::CTRL | Qt::Key_Delete), tr("remove these words"), [this] { removeBeat(); }, false},
        {QKeySequence(Qt::CTRL | Qt::Key_D), tr("how drafts are worded"), [this] { schoolButton_->showMenu(); }, false},
        {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_L), tr("sound and captions"), [this] { sound_->showMenu(); },
         false}};
}

} // namespace hl
