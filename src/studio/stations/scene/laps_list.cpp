// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/laps_list.h"

#include "picture/tokens.h"
#include "studio/widgets/style.h"

#include <QKeyEvent>
#include <QPainter>
#include <QStyledItemDelegate>

namespace hl {
namespace {

constexpr int kHigh = 46, kNumber = 34, kTime = 86;

/// Where the lap is eased off the bar is notched, where it leaves the road it is broken.
void paintBar(QPainter& p, const QRectF& bar, const LapReport& r, double lengthM, bool chosen) {
    const QColor ink(chosen ? look::kLampInk : look::kInkQuiet), fill(chosen ? look::kLamp : look::kRule);
    p.setPen(QPen(ink, 1));
    p.setBrush(r.judged && r.onFilm() ? QBrush(fill) : QBrush(Qt::NoBrush)); // hollow: the film does not show it
    p.drawRect(bar);
    const auto at = [&](double m) {
        return bar.left() + bar.width() * std::clamp(m / std::max(1.0, lengthM), 0.0, 1.0);
    };
    for (const auto& s : r.lifts) {
        QPolygonF notch;
        notch << QPointF(at(s.fromM) - 4, bar.top() - 0.5) << QPointF(at(s.fromM) + 4, bar.top() - 0.5)
              << QPointF(at(s.fromM), bar.center().y() + 1);
        p.setPen(QPen(QColor(look::kInk), 1));
        p.setBrush(QColor(look::kPaper));
        p.drawPolygon(notch);
    }
    for (const auto& s : r.off) {
        const QRectF gap(at(s.fromM) - 3, bar.top() - 2, std::max(6.0, at(s.toM) - at(s.fromM)), bar.height() + 4);
        p.fillRect(gap, QColor(look::kPaper));
        p.setPen(QPen(QColor(look::kWrong), 1.5, Qt::DotLine));
        p.drawLine(gap.topLeft(), gap.bottomLeft());
        p.drawLine(gap.topRight(), gap.bottomRight());
    }
}

class LapDelegate : public QStyledItemDelegate {
  public:
    explicit LapDelegate(LapsList* list) : QStyledItemDelegate(list), list_(list) {}
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {300, kHigh}; }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const auto& r = list_->reports().at(static_cast<std::size_t>(index.row()));
        const bool chosen = r.lap.number == list_->chosenLap();
        const QRectF box(option.rect);
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) p->fillRect(box, QColor(look::kPaperShade));
        p->setPen(QColor(look::kRule));
        p->drawLine(box.bottomLeft(), box.bottomRight());
        p->setFont(look::text(look::kHead, look::Weight::Strong));
        p->setPen(QColor(chosen ? look::kLampInk : (r.judged ? look::kInk : look::kInkQuiet)));
        p->drawText(QRectF(box.left() + 4, box.top(), kNumber, box.height()), Qt::AlignVCenter,
                    QString::number(r.lap.number));
        const double left = box.left() + kNumber + kTime + 8, room = box.width() - kNumber - kTime - 20;
        p->setFont(look::text(look::kText, look::Weight::Strong));
        p->drawText(QRectF(box.left() + kNumber, box.top() + 4, kTime, 22), Qt::AlignVCenter,
                    clockText(r.lap.time.count(), 3));
        const double share = std::clamp(r.lap.time.count() / list_->longestS(), 0.02, 1.0);
        paintBar(*p, QRectF(left, box.top() + 9, room * share, 12), r, lengthOf(), chosen);
        p->setFont(look::text(look::kSmall, chosen ? look::Weight::Strong : look::Weight::Plain));
        p->setPen(QColor(chosen ? look::kLampInk : look::kInkQuiet));
        const auto tag = chosen                    ? LapsList::tr("explained")
                         : list_->proposed() == &r ? LapsList::tr("proposed")
                                                   : QString();
        p->drawText(QRectF(box.left() + kNumber, box.top() + 24, kTime, 18), Qt::AlignVCenter, tag);
        p->setFont(look::text(look::kSmall));
        p->setPen(QColor(look::kInkQuiet));
        p->drawText(QRectF(left, box.top() + 24, room, 18), Qt::AlignVCenter,
                    QFontMetricsF(p->font()).elidedText(QString::fromStdString(reasonsOf(r)), Qt::ElideRight, room));
        p->restore();
    }

  private:
    double lengthOf() const { // of the lap, as far as the spots tell
        double most = 1;
        for (const auto& r : list_->reports())
            for (const auto* spots : {&r.off, &r.lifts})
                for (const auto& s : *spots) most = std::max(most, s.toM);
        return std::max(most, list_->property("lengthM").toDouble());
    }
    LapsList* list_;
};

} // namespace

LapsList::LapsList(QWidget* parent) : QListWidget(parent) {
    setObjectName(QStringLiteral("laps"));
    setAccessibleName(tr("Laps of the log. Return explains another one"));
    setItemDelegate(new LapDelegate(this));
    setUniformItemSizes(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    connect(this, &QListWidget::itemDoubleClicked, this, [this](QListWidgetItem* i) { take(row(i)); });
}

void LapsList::show(std::vector<LapReport> reports, int chosen) {
    reports_ = std::move(reports), chosen_ = chosen, proposed_ = proposedLap(reports_);
    longestS_ = 1;
    for (const auto& r : reports_) longestS_ = std::max(longestS_, r.lap.time.count());
    const int at = currentRow();
    clear();
    for (const auto& r : reports_) {
        auto* item = new QListWidgetItem(this);
        item->setData(Qt::AccessibleTextRole,
                      tr("Lap %1, %2, %3%4")
                          .arg(r.lap.number)
                          .arg(clockText(r.lap.time.count(), 3), QString::fromStdString(reasonsOf(r)),
                               proposed_ == &r ? tr(", proposed") : QString()));
        item->setToolTip(QString::fromStdString(reasonsOf(r)));
        if (at < 0 && r.lap.number == chosen) setCurrentItem(item);
    }
    if (at >= 0 && at < count()) setCurrentRow(at);
}

void LapsList::take(int row) {
    if (row < 0 || row >= static_cast<int>(reports_.size())) return;
    const auto& r = reports_[static_cast<std::size_t>(row)];
    if (r.judged && r.lap.number != chosen_) emit lapWanted(r.lap.number);
}

void LapsList::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter)
        take(currentRow());
    else
        QListWidget::keyPressEvent(e);
}

} // namespace hl
