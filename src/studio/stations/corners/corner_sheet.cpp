// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/corner_sheet.h"

#include "core/guide/edition.h"
#include "core/guide/edits.h"
#include "core/judge/advice_for.h"
#include "core/words/draft.h"
#include "picture/tokens.h"
#include "studio/stations/corners/study_text.h"
#include "studio/widgets/style.h"
#include "studio/widgets/topic_name.h"

#include <algorithm>
#include <QAbstractItemView>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QInputDialog>
#include <QTimer>
#include <QVBoxLayout>

namespace hl {
namespace {

enum Column { Driven, Advised, Look, Backup };

const Advice* adviceOf(const std::vector<Advice>& rows, Topic t) {
    const auto a = std::find_if(rows.begin(), rows.end(), [t](const Advice& x) { return x.topic == t; });
    return a == rows.end() ? nullptr : &*a;
}

/// Shows what holds when nothing is said, and is edited as empty.
class AdvisedItem : public QTableWidgetItem {
  public:
    AdvisedItem(const std::string& own, QString otherwise)
        : QTableWidgetItem(QString::fromStdString(own)), otherwise_(std::move(otherwise)) {
        if (own.empty()) setForeground(QColor(look::kInkQuiet));
    }
    QVariant data(int role) const override {
        const auto value = QTableWidgetItem::data(role);
        return role == Qt::DisplayRole && value.toString().isEmpty() ? QVariant(otherwise_) : value;
    }

  private:
    QString otherwise_;
};

} // namespace

CornerSheet::CornerSheet(Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), table_(new QTableWidget), study_(quiet({})) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(table_, 1);
    column->addWidget(study_);
    study_->setObjectName(QStringLiteral("study"));
    study_->setAccessibleName(tr("What the laps of this log say of the corner"));
    study_->setWordWrap(true);
    study_->setContentsMargins(0, 6, 8, 0);
    study_->setTextInteractionFlags(Qt::LinksAccessibleByKeyboard | Qt::LinksAccessibleByMouse);
    connect(study_, &QLabel::linkActivated, this, &CornerSheet::advise);
    table_->setObjectName(QStringLiteral("cornerSheet"));
    table_->setAccessibleName(tr("Corner sheet: as driven, as advised, look for"));
    table_->setColumnCount(4);
    table_->setHorizontalHeaderLabels({tr("As driven"), tr("As advised"), tr("Look for"), tr("When it is gone")});
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setCornerButtonEnabled(false);
    table_->setTextElideMode(Qt::ElideNone);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->verticalHeader()->setHighlightSections(false);
    table_->verticalHeader()->setMinimumSectionSize(24);
    table_->setWordWrap(true);
    table_->setShowGrid(false);
    table_->setTabKeyNavigation(true);
    connect(table_, &QTableWidget::cellChanged, this, &CornerSheet::take);
    connect(&desk_, &Desk::cornerChosen, this, &CornerSheet::refresh);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.corners || what.advice || what.facts || what.scene || what.format) refresh();
    });
    connect(&desk_, &Desk::opened, this, [this] { adviseFor({}); });
}

/// Measured facts are the longest; the other columns share the rest.
void CornerSheet::resizeEvent(QResizeEvent* e) {
    QWidget::resizeEvent(e);
    QTimer::singleShot(0, this, [this] { // once the row names have their width
        const int room = table_->viewport()->width();
        for (const auto& [column, share] :
             {std::pair(Driven, 0.37), std::pair(Advised, 0.18), std::pair(Look, 0.20), std::pair(Backup, 0.25)})
            table_->setColumnWidth(column, static_cast<int>(room * share));
        table_->resizeRowsToContents();
    });
}

void CornerSheet::adviseFor(const std::string& variant) {
    day_ = variant;
    refresh();
    emit dayChosen();
}

const std::vector<Advice>& CornerSheet::ownRows(const GuideCorner& c) const {
    static const std::vector<Advice> none;
    if (day_.empty()) return c.advice;
    const auto own = c.otherAdvice.find(day_);
    return own == c.otherAdvice.end() ? none : own->second;
}

void CornerSheet::refresh() {
    const auto* c = desk_.chosen();
    if (!c) return;
    if (!day_.empty() && !variantNamed(desk_.guide(), day_)) return adviseFor({}); // it was taken away
    filling_ = true;
    study_->setText(studyText(desk_.session(), desk_.guide(), c->id));
    topics_.clear();
    for (const Topic t : kTopics)
        if (t != Topic::Free) topics_ << t;
    table_->setRowCount(static_cast<int>(topics_.size()));
    const auto thatDay = day_.empty() ? std::vector<Advice>() : adviceOn(*c, day_, conditionsIn(desk_.guide(), day_));
    for (int row = 0; row < topics_.size(); ++row) fillRow(row, *c, thatDay);
    table_->resizeRowsToContents();
    filling_ = false;
}

void CornerSheet::fillRow(int row, const GuideCorner& c, const std::vector<Advice>& thatDay) {
    const auto topic = topics_[row];
    const auto* f = desk_.factsOf(desk_.corner());
    table_->setVerticalHeaderItem(row, new QTableWidgetItem(topicName(topic)));
    const auto words = QString::fromStdString(f ? drivenText(topic, c, *f, desk_.speedUnit()) : std::string());
    auto* driven = new QTableWidgetItem(!words.isEmpty() ? words : (f ? tr("not measured") : tr("being measured")));
    if (words.isEmpty()) driven->setForeground(QColor(look::kInkQuiet));
    driven->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
    table_->setItem(row, Driven, driven);
    const auto *own = adviceOf(ownRows(c), topic), *holds = adviceOf(thatDay, topic);
    const auto put = [&](Column column, std::string Advice::*what, const QString& nothing) {
        const auto text = own ? own->*what : std::string();
        const auto otherwise = holds && !(holds->*what).empty() ? QString::fromStdString(holds->*what) : nothing;
        auto* item = new AdvisedItem(text, otherwise);
        table_->setItem(row, column, item);
        return item;
    };
    auto* advised = put(Advised, &Advice::advised, tr("same"));
    if (own && !own->advised.empty()) {
        advised->setBackground(QColor(look::kLampPaper));
        advised->setForeground(QColor(look::kLampInk));
        advised->setFont(look::text(14, look::Weight::Heavy));
    }
    advised->setToolTip(day_.empty() ? tr("Empty means the same as driven") : tr("Empty means as on every day"));
    put(Look, &Advice::lookFor, {});
    put(Backup, &Advice::backup, {});
}

/// A finding becomes what people are told to do instead; what to look for stays.
void CornerSheet::advise(const QString& link) {
    const auto* c = desk_.chosen();
    const auto i = link.mid(link.indexOf(QLatin1Char(':')) + 1).toULongLong();
    const auto& faults = desk_.session().study.faults;
    if (!c || i >= faults.size()) return;
    if (link.startsWith(QLatin1String("purpose:"))) return answer(faults[i]);
    const auto p = adviceFor(faults[i]);
    if (!p) return;
    const auto* old = adviceOf(ownRows(*c), p->topic);
    Advice advice = old ? *old : Advice{p->topic, {}, {}, {}};
    advice.advised = p->advised;
    desk_.edit({tr("Advice for %1").arg(topicName(p->topic)).toStdString(),
                [n = c->id, advice, day = day_](Guide g) { return withAdvice(std::move(g), n, advice, day); }});
}

/// It is meant so: nobody is told of it in this corner again.
void CornerSheet::answer(const Fault& f) {
    bool ok = false;
    const auto why =
        QInputDialog::getText(this, tr("On purpose"), tr("%1. Why is it so?").arg(QString::fromStdString(f.evidence)),
                              QLineEdit::Normal, {}, &ok);
    if (!ok || why.simplified().isEmpty()) return;
    desk_.edit({tr("On purpose").toStdString(),
                [a = OnPurpose{"slip." + f.kind, f.corner, {}, why.simplified().toStdString()}](Guide g) {
                    return withAnswer(std::move(g), a);
                }});
}

void CornerSheet::take(int row, int) {
    const auto* c = desk_.chosen();
    if (filling_ || !c || row >= topics_.size()) return;
    const auto cell = [&](Column k) {
        return table_->item(row, k)->data(Qt::EditRole).toString().trimmed().toStdString();
    };
    const auto* old = adviceOf(ownRows(*c), topics_[row]);
    Advice advice = old ? *old : Advice{topics_[row], {}, {}, {}};
    advice.advised = cell(Advised), advice.lookFor = cell(Look), advice.backup = cell(Backup);
    if (old ? *old == advice : advice == Advice{topics_[row], {}, {}, {}}) return;
    desk_.edit({tr("Advice for %1").arg(topicName(advice.topic)).toStdString(),
                [id = c->id, advice, day = day_](Guide g) { return withAdvice(std::move(g), id, advice, day); }});
}

} // namespace hl
