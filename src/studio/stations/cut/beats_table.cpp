// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/cut/beats_table.h"

#include "core/guide/edition.h"
#include "picture/tokens.h"
#include "studio/stations/cut/format_menu.h"
#include "studio/views/edition_menu.h"
#include "studio/views/picture_menu.h"
#include "studio/widgets/style.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QPlainTextEdit>
#include <QStyledItemDelegate>
#include <QTimer>
#include <QVBoxLayout>

namespace hl {
namespace {

enum Column { At, Words, Cue, Spoken_, Picture };

/// Sentences are longer than a line: Enter finishes, Shift+Enter is not needed, words wrap.
class WordsDelegate : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&, const QModelIndex&) const override {
        auto* editor = new QPlainTextEdit(parent);
        editor->setTabChangesFocus(true);
        return editor;
    }
    void setEditorData(QWidget* w, const QModelIndex& i) const override {
        auto* editor = static_cast<QPlainTextEdit*>(w);
        editor->setPlainText(i.data(Qt::EditRole).toString());
        editor->selectAll();
    }
    void setModelData(QWidget* w, QAbstractItemModel* m, const QModelIndex& i) const override {
        m->setData(i, static_cast<QPlainTextEdit*>(w)->toPlainText().simplified());
    }
    void updateEditorGeometry(QWidget* w, const QStyleOptionViewItem& o, const QModelIndex&) const override {
        w->setGeometry(o.rect.adjusted(0, 0, 0, std::max(0, 52 - o.rect.height())));
    }
    bool eventFilter(QObject* o, QEvent* e) override {
        if (e->type() == QEvent::KeyPress) {
            const auto* k = static_cast<QKeyEvent*>(e);
            if (k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter) {
                auto* w = static_cast<QWidget*>(o);
                emit commitData(w);
                emit closeEditor(w);
                return true;
            }
        }
        return QStyledItemDelegate::eventFilter(o, e);
    }
};

QString paceText(const PaceOver& over) {
    if (over.standsS > 0.05) return QObject::tr("stands %1 s").arg(over.standsS, 0, 'f', 1);
    switch (paceOf(over.slowest)) {
    case Pace::Quarter: return QObject::tr("\u00bc speed");
    case Pace::Half: return QObject::tr("\u00bd speed");
    case Pace::ThreeQuarters: return QObject::tr("\u00be speed");
    default: return QObject::tr("full speed");
    }
}

/// "Walk-through 26.7 s, 4.1 s of it standing, then 9.4 s at full speed".
QString planText(const Cut& cut, const Section& walk) {
    double stands = 0, again = 0;
    for (const auto& x : walk.shots)
        if (x.kind == ShotKind::Freeze) stands += (x.end - x.start).count();
    for (const auto& s : cut.sections)
        if (s.corner == walk.corner && s.kind == SectionKind::Run) again += (s.end - s.start).count();
    auto text = QObject::tr("Walk-through %1 s").arg((walk.end - walk.start).count(), 0, 'f', 1);
    if (stands > 0.05) text += QObject::tr(", %1 s of it standing").arg(stands, 0, 'f', 1);
    if (again > 0) text += QObject::tr(", then %1 s at full speed").arg(again, 0, 'f', 1);
    return text;
}

/// How long, by whom, and how much of it was said differently.
QString spokenText(const Spoken& w, const Beat* b) {
    auto text = QObject::tr("%1 s").arg((w.end - w.start).count(), 0, 'f', 1);
    if (!b || b->takes.empty()) return text;
    text += QStringLiteral("\n") + QObject::tr("own voice");
    if (const auto n = b->takes.front().slips.size(); n > 0)
        text += QStringLiteral("\n") + QObject::tr("%1 to settle").arg(n);
    return text;
}

} // namespace

BeatsTable::BeatsTable(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), title_(headline({})), note_(new ShortenNote(desk)),
      table_(new QTableWidget), format_(plainButton(tr("Format"))), formats_(new QMenu(format_)),
      picture_(plainButton(tr("Picture"))), pictures_(new QMenu(picture_)) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* add = plainButton(tr("Add words here"));
    auto* remove = plainButton(tr("Remove"));
    add->setToolTip(tr("Adds a beat where the playhead is (Ctrl+B)"));
    connect(add, &QPushButton::clicked, this, &BeatsTable::addBeat);
    connect(remove, &QPushButton::clicked, this, &BeatsTable::removeBeat);
    auto* top = new QHBoxLayout;
    top->addWidget(title_);
    top->addStretch();
    picture_->setObjectName(QStringLiteral("beatPicture"));
    picture_->setAccessibleName(tr("What fills the picture while the chosen words are spoken"));
    picture_->setToolTip(tr("What fills the picture while these words are spoken (Ctrl+L)"));
    picture_->setMenu(pictures_);
    connect(pictures_, &QMenu::aboutToShow, this, &BeatsTable::fillPictures);
    format_->setObjectName(QStringLiteral("format"));
    format_->setAccessibleName(tr("How the guide is cut"));
    format_->setToolTip(tr("The guide's format, and how it is cut (Ctrl+K)"));
    format_->setMenu(formats_);
    connect(formats_, &QMenu::aboutToShow, this, [this] { fillFormatMenu(*formats_, desk_, this); });
    top->addWidget(format_);
    top->addWidget(picture_);
    top->addWidget(add);
    top->addWidget(remove);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 14, 16, 8);
    column->setSpacing(4);
    column->addLayout(top);
    column->addWidget(note_);
    column->addWidget(table_, 1);
    table_->setObjectName(QStringLiteral("beats"));
    table_->setAccessibleName(tr("Words of this corner"));
    table_->setColumnCount(5);
    table_->setHorizontalHeaderLabels({tr("At"), tr("Words"), tr("Cue"), tr("Spoken"), tr("Picture")});
    auto* h = table_->horizontalHeader();
    h->setSectionResizeMode(QHeaderView::Fixed);
    h->setSectionResizeMode(Words, QHeaderView::Stretch);
    h->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    h->setHighlightSections(false);
    for (const auto& [c, w] : {std::pair(At, 74), std::pair(Cue, 96), std::pair(Spoken_, 84), std::pair(Picture, 96)})
        table_->setColumnWidth(c, w);
    connect(h, &QHeaderView::sectionResized, table_, [this] {
        QTimer::singleShot(0, table_, &QTableWidget::resizeRowsToContents);
    }); // once all columns have their width
    table_->verticalHeader()->hide();
    table_->setWordWrap(true);
    table_->setTextElideMode(Qt::ElideNone);
    table_->setShowGrid(false);
    table_->setSelectionBehavior(QAbstractItemView::SelectItems);
    table_->setItemDelegateForColumn(Words, new WordsDelegate(table_));
    connect(table_, &QTableWidget::cellChanged, this, &BeatsTable::take);
    connect(table_, &QTableWidget::cellClicked, this, [this](int row, int) {
        const auto* b = desk_.isOpen() ? beatWith(desk_.guide(), beatOf(row)) : nullptr;
        if (!b) return;
        for (const auto& s : desk_.cut().sections)
            for (const auto& w : s.spoken)
                if (w.beat() == b->id && !w.cue() && player_.mode() == Player::Mode::Guide)
                    return player_.seekGuide(seconds(w.start) + 0.05);
        player_.seekMetre(b->atM - 15);
    });
    connect(&desk_, &Desk::cornerChosen, this, &BeatsTable::refresh);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.words || what.corners) refresh();
    });
    connect(&desk_, &Desk::opened, this, &BeatsTable::refresh);
    connect(&desk_, &Desk::cutChanged, this, &BeatsTable::refreshTimes);
    connect(&player_, &Player::moved, this, &BeatsTable::light);
}

BeatId BeatsTable::beatOf(int row) const {
    const auto* item = table_->item(row, At);
    return {item ? item->data(Qt::UserRole).toInt() : 0};
}

void BeatsTable::refresh() {
    const auto* c = desk_.chosen();
    if (!c) return;
    filling_ = true;
    title_->setText(QString::number(c->number) +
                    (c->name.empty() ? QString() : QStringLiteral(" \u00b7 ") + QString::fromStdString(c->name)));
    table_->setRowCount(static_cast<int>(c->beats.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const auto& b = c->beats[static_cast<std::size_t>(row)];
        for (int k = 0; k < table_->columnCount(); ++k) {
            if (table_->item(row, k)) continue;
            auto* item = new QTableWidgetItem;
            if (k == Spoken_ || k == Picture) item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
            table_->setItem(row, k, item);
        }
        table_->item(row, At)->setText(QString::number(std::lround(b.atM)) + QStringLiteral(" m"));
        table_->item(row, At)->setData(Qt::UserRole, b.id.value);
        table_->item(row, Words)->setText(QString::fromStdString(b.words));
        table_->item(row, Cue)->setText(QString::fromStdString(b.cue));
    }
    filling_ = false;
    lit_ = {};
    refreshTimes();
}

void BeatsTable::refreshTimes() {
    const auto* c = desk_.chosen();
    if (!c) return;
    filling_ = true;
    for (int row = 0; row < table_->rowCount(); ++row) {
        const auto* b = beatWith(desk_.guide(), beatOf(row));
        table_->item(row, Spoken_)->setText(b && !isSaid(desk_.guide(), *b) ? tr("not said") : QString());
        table_->item(row, Picture)->setText({});
        table_->item(row, Words)->setToolTip(b ? editionNote(desk_.guide(), *b) : QString());
    }
    for (const auto& s : desk_.cut().sections) {
        if (!shows(s, c->id) || s.kind != SectionKind::WalkThrough) continue;
        const auto made = textOf(desk_.guide(), desk_.guide().edition);
        note_->tell(planText(desk_.cut(), s) +
                    (made.empty() ? QString() : tr(" \u00b7 edition: %1").arg(QString::fromStdString(made))));
        for (int row = 0; row < table_->rowCount(); ++row)
            for (const auto& w : s.spoken)
                if (w.beat() == beatOf(row)) {
                    const auto* b = beatWith(desk_.guide(), w.beat());
                    table_->item(row, Spoken_)->setText(spokenText(w, b));
                    table_->item(row, Picture)->setText(paceText(paceOver(s, w)) + (b ? pictureText(*b) : QString()));
                }
    }
    QTimer::singleShot(0, table_, &QTableWidget::resizeRowsToContents); // once the columns have their width
    filling_ = false;
    light();
}

/// The beat now spoken is lit.
void BeatsTable::light() {
    const auto* w = desk_.isOpen() && player_.mode() == Player::Mode::Guide
                        ? spokenAt(desk_.cut(), at<GuideTime>(player_.guideTime()))
                        : nullptr;
    const auto now = w ? w->beat() : BeatId{};
    if (now == lit_) return;
    lit_ = now;
    filling_ = true;
    for (int row = 0; row < table_->rowCount(); ++row)
        for (int k = 0; k < table_->columnCount(); ++k)
            if (auto* item = table_->item(row, k))
                item->setBackground(beatOf(row) == now && now ? QBrush(QColor(look::kLampPaper)) : QBrush());
    filling_ = false;
}

void BeatsTable::take(int row, int column) {
    if (filling_ || !desk_.isOpen()) return;
    const auto id = beatOf(row);
    const auto* b = beatWith(desk_.guide(), id);
    if (!b) return;
    const auto text = table_->item(row, column)->text().trimmed();
    if (column == Words && text.toStdString() != b->words)
        desk_.edit({tr("Words").toStdString(),
                    [id, words = text.toStdString()](Guide g) { return withWords(std::move(g), id, words); }});
    else if (column == Cue && text.toStdString() != b->cue)
        desk_.edit({tr("Cue").toStdString(),
                    [id, cue = text.toStdString()](Guide g) { return withCue(std::move(g), id, cue); }});
    else if (column == At) {
        bool ok = false;
        const double m = QString(text).remove(QLatin1Char('m')).trimmed().toDouble(&ok);
        if (ok && std::lround(m) != std::lround(b->atM))
            desk_.edit(
                {tr("Place of the words").toStdString(), [id, m](Guide g) { return withBeatAt(std::move(g), id, m); }});
        else
            refresh();
    }
}

/// Behind the pace, where it is not what the pass shows.
QString BeatsTable::pictureText(const Beat& b) const {
    if (!b.shown) return {};
    if (b.shown->kind == PictureOf::Kind::Plan) return tr(", from above");
    if (b.shown->kind == PictureOf::Kind::Stills) return tr(", a picture taken on foot");
    for (const auto& f : desk_.guide().sources.films)
        if (f.id == b.shown->film) return tr(", %1 film").arg(QString::fromUtf8(key(f.role).data()));
    return tr(", the film");
}

void BeatsTable::fillPictures() {
    pictures_->clear();
    const auto id = desk_.isOpen() ? beatOf(table_->currentRow()) : BeatId{};
    if (!id) {
        pictures_->addAction(tr("Choose some words first"))->setEnabled(false);
        return;
    }
    addPictureChoices(*pictures_, desk_, id);
    addWayChoices(*pictures_, desk_, id);
}

QList<StationKey> BeatsTable::keys() {
    return QList<StationKey>{
        {QKeySequence(Qt::CTRL | Qt::Key_K), tr("how the guide is cut"), [this] { format_->showMenu(); }, false},
        {QKeySequence(Qt::CTRL | Qt::Key_L), tr("the picture over these words"), [this] { picture_->showMenu(); },
         false},
        {QKeySequence(Qt::CTRL | Qt::Key_B), tr("add words where the car is"), [this] { addBeat(); }, false},
        {QKeySequence(Qt::CTRL | Qt::Key_Delete), tr("remove these words"), [this] { removeBeat(); }, false}};
}

void BeatsTable::addBeat() {
    const auto* c = desk_.chosen();
    if (!c) return;
    desk_.edit({tr("New words").toStdString(),
                [id = c->id, at = player_.metre(), text = tr("Say what to look for here.").toStdString()](Guide g) {
                    return withNewBeat(std::move(g), id, at, text);
                }});
}

void BeatsTable::removeBeat() {
    const auto id = beatOf(table_->currentRow());
    if (id) desk_.edit({tr("Remove words").toStdString(), [id](Guide g) { return withoutBeat(std::move(g), id); }});
}

} // namespace hl
