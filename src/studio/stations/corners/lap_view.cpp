// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/lap_view.h"

#include "core/units/figures.h"
#include "picture/tokens.h"
#include "studio/widgets/paper_table.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <QHeaderView>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QTimer>
#include <QVBoxLayout>

namespace hl {
namespace {

enum Column { Name, Entry, Middle, Exit, Onwards, Sum, InGuide };
constexpr double kLeast = 0.005; // s; less is not worth a line
constexpr int kFirst = 3;        // to work on

/// The sum with a bar from the left, as long as the time; seconds lost to the right of nought.
class SumDelegate : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& o, const QModelIndex& i) const override {
        const double share = i.data(Qt::UserRole).toDouble();
        if (share > 0)
            p->fillRect(QRectF(o.rect.left(), o.rect.top() + 5, o.rect.width() * share, o.rect.height() - 10),
                        QColor(look::kLamp));
        QStyledItemDelegate::paint(p, o, i);
    }
};

QString secondsText(double s) {
    if (std::abs(s) < kLeast) return QStringLiteral("\u2013"); // nothing is no figure
    return (s > 0 ? QStringLiteral("+") : QStringLiteral("\u2212")) + QString::number(std::abs(s), 'f', 2);
}

/// Seconds of the guide that a corner takes; of several explained as one each has its part.
double guideSeconds(const Cut& cut, CornerId corner) {
    double sum = 0;
    for (const auto& s : cut.sections)
        if (shows(s, corner)) sum += (s.end - s.start).count() / static_cast<double>(1 + s.also.size());
    return sum;
}

/// By what is lost, most first.
std::vector<TimeGain> ranked(const Desk& desk) {
    std::vector<TimeGain> gains;
    if (desk.beside().empty())
        gains = gainsInCorners(desk.session());
    else {
        const auto& b = *desk.beside().front();
        for (std::size_t i = 0; i < b.delta.corners.size() && i < desk.session().measured.corners.size(); ++i)
            gains.push_back({desk.session().measured.corners[i].id, b.delta.corners[i], b.lap.lap.number});
    }
    std::stable_sort(gains.begin(), gains.end(),
                     [](const TimeGain& a, const TimeGain& b) { return a.lost.sum() > b.lost.sum(); });
    return gains;
}

} // namespace

LapView::LapView(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), against_(quiet({})), table_(new QTableWidget),
      findings_(quiet({})) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 8, 0);
    column->setSpacing(4);
    column->addWidget(against_);
    column->addWidget(table_, 1);
    column->addWidget(findings_);
    against_->setObjectName(QStringLiteral("against"));
    findings_->setObjectName(QStringLiteral("lapFindings"));
    table_->setObjectName(QStringLiteral("ranking"));
    table_->setAccessibleName(tr("Corners by the time that can be found in them. Enter goes to the corner."));
    layOnPaper(*table_,
               {tr("Corner"), tr("Entry"), tr("Middle"), tr("Exit"), tr("Straight"), tr("All, s"), tr("In guide")});
    table_->verticalHeader()->hide();
    table_->setItemDelegateForColumn(Sum, new SumDelegate(table_));
    connect(table_, &QTableWidget::cellClicked, this, &LapView::go);
    connect(table_, &QTableWidget::cellActivated, this, &LapView::go);
    connect(&desk_, &Desk::changed, this, &LapView::refresh);
    for (const auto signal : {&Desk::opened, &Desk::besideChanged, &Desk::cutChanged})
        connect(&desk_, signal, this, &LapView::refresh);
}

void LapView::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    refresh();
}

void LapView::resizeEvent(QResizeEvent* e) {
    QWidget::resizeEvent(e);
    QTimer::singleShot(0, this, &LapView::shareWidth); // once the table has its own
}

void LapView::shareWidth() { shareColumns(*table_, {0.27, 0.11, 0.12, 0.11, 0.12, 0.14, 0.13}); }

void LapView::refresh() {
    if (!desk_.isOpen() || !isVisible()) return;
    const auto gains = ranked(desk_);
    const auto& m = desk_.session();
    double all = 0, most = 1e-9;
    for (const auto& r : gains) all += r.lost.sum(), most = std::max(most, r.lost.sum());
    if (!desk_.beside().empty())
        against_->setText(
            tr("<b>Against %1</b>: %2 s over the lap.")
                .arg(QString::fromStdString(desk_.beside().front()->name).toHtmlEscaped(), secondsText(all)));
    else if (m.goodLaps->size() > 1)
        against_->setText(
            tr("<b>Against the best of %1 laps in each corner</b>: %2 s can be found without anything new.")
                .arg(m.goodLaps->size())
                .arg(all, 0, 'f', 2));
    else
        against_->setText(tr("The log has no other good lap. Put one beside to see where time went."));
    corners_.clear();
    table_->setRowCount(static_cast<int>(gains.size()));
    for (int i = 0; i < table_->rowCount(); ++i) {
        const auto& r = gains[static_cast<std::size_t>(i)];
        corners_ << r.corner;
        const auto* c = cornerWith(desk_.guide(), r.corner);
        const bool first = i < kFirst && r.lost.sum() > 0.02;
        auto* name = putCell(*table_, i, Name,
                             (first ? tr("\u25c6 ") : QString()) +
                                 (c ? QString::fromStdString(title(*c, desk_.guide().scene.cornerLabels)) : QString()));
        name->setFont(look::text(look::kSmall, first ? look::Weight::Heavy : look::Weight::Plain));
        if (first) name->setToolTip(tr("One of the three to work on first"));
        const std::pair<Column, double> parts[] = {
            {Entry, r.lost.entryS}, {Middle, r.lost.middleS}, {Exit, r.lost.exitS}, {Onwards, r.lost.straightS}};
        for (const auto& [column, s] : parts) {
            auto* cell = putCell(*table_, i, column, secondsText(s));
            if (std::abs(s) < kLeast) cell->setForeground(QColor(look::kInkQuiet));
        }
        auto* sum = putCell(*table_, i, Sum, secondsText(r.lost.sum()));
        sum->setData(Qt::UserRole, std::max(0.0, r.lost.sum() / most));
        sum->setFont(look::text(look::kSmall, look::Weight::Heavy));
        const double guide = guideSeconds(desk_.cut(), r.corner);
        auto* minutes = putCell(*table_, i, InGuide, guide > 0 ? tr("%1 s").arg(guide, 0, 'f', 0) : tr("none"));
        minutes->setToolTip(tr("Where the guide's minutes go, beside where the lap's time can be found"));
    }
    table_->resizeRowsToContents();
    QTimer::singleShot(0, this, &LapView::shareWidth); // a scroll bar may have come or gone
    QStringList lines;
    for (const auto* f : openFaults(m.study, desk_.guide()))
        if (const auto* c = cornerWith(desk_.guide(), f->corner); c && lines.size() < kFirst)
            lines << tr("<b>%1</b> (about %2 s): %3")
                         .arg(c->number)
                         .arg(f->costS, 0, 'f', 2)
                         .arg(QString::fromStdString(f->evidence).toHtmlEscaped());
    for (const auto& w : m.study.shifts)
        if (w.gainS > kLeast)
            lines << tr("<b>Up to %1</b> at %2 instead of %3: %4 s each time")
                         .arg(w.to)
                         .arg(QString::fromStdString(speedText(w.bestSpeed, desk_.speedUnit())),
                              QString::fromStdString(speedText(w.usualSpeed, desk_.speedUnit())))
                         .arg(w.gainS, 0, 'f', 3);
    findings_->setText(lines.empty()
                           ? tr("No fault stands out in this lap.")
                           : tr("<b>What stands out in this lap</b><br>") + lines.join(QStringLiteral("<br>")));
}

void LapView::go(int row) {
    if (row < 0 || row >= corners_.size()) return;
    desk_.choose(corners_[row]);
    if (const auto* c = desk_.chosen()) player_.seekMetre(c->startM);
}

} // namespace hl
