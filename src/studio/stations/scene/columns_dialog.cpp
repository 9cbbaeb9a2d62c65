// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/columns_dialog.h"

#include "picture/tokens.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <cmath>
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPainter>
#include <QVBoxLayout>

namespace hl {
namespace {

enum Field { Header, Curve, Taken, Unit, Why };

/// A column's first values as a line, or over what it agrees with; a quiet word where there are none.
class CurveView : public QWidget {
  public:
    CurveView(std::vector<float> values, std::vector<float> other, QWidget* parent)
        : QWidget(parent), values_(std::move(values)), other_(std::move(other)) {}

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        float low = 1e30f, high = -1e30f;
        for (const auto* list : {&values_, &other_})
            for (const float v : *list)
                if (!std::isnan(v)) low = std::min(low, v), high = std::max(high, v);
        if (low > high) {
            p.setPen(QColor(look::kInkQuiet));
            p.setFont(look::text(look::kTiny));
            p.drawText(QRectF(rect()).adjusted(6, 0, 0, 0), Qt::AlignVCenter, tr("no numbers"));
            return;
        }
        // Wide and pale below, thin and dark above: where they agree the line runs within the band.
        p.setPen(QPen(QColor(look::kLamp), 5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        for (const auto& line : linesOf(other_, low, high)) p.drawPolyline(line);
        p.setPen(QPen(QColor(look::kPowerInk), 1.4));
        for (const auto& line : linesOf(values_, low, high)) p.drawPolyline(line);
    }

  private:
    /// Broken where a value is missing.
    QList<QPolygonF> linesOf(const std::vector<float>& values, float low, float high) const {
        const QRectF box = QRectF(rect()).adjusted(6, 7, -10, -7);
        const double step = box.width() / static_cast<double>(std::max<std::size_t>(2, values.size()) - 1);
        QList<QPolygonF> lines(1);
        for (std::size_t i = 0; i < values.size(); ++i) {
            const double up = high > low ? (values[i] - low) / (high - low) : 0.5;
            if (std::isnan(values[i]))
                lines.append(QPolygonF());
            else
                lines.back() << QPointF(box.left() + step * static_cast<double>(i), box.bottom() - box.height() * up);
        }
        return lines;
    }
    std::vector<float> values_, other_;
};

QString channelText(Channel c) { return QString::fromLatin1(name(c).data(), static_cast<qsizetype>(name(c).size())); }

} // namespace

ColumnsDialog::ColumnsDialog(LogShape shape, QWidget* parent)
    : QDialog(parent), shape_(std::move(shape)), table_(new QTableWidget) {
    setWindowTitle(tr("Columns of the log"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* paper = sheet(this);
    outer->addWidget(paper);
    auto* column = new QVBoxLayout(paper);
    column->setContentsMargins(28, 22, 28, 22);
    column->addWidget(headline(tr("What each column is")));
    column->addWidget(quiet(
        tr("Each column is judged by what it does. The line is its values; the pale band below it is what they were "
           "held against. Choose otherwise where the guess is wrong; the next log with the same header will be "
           "read the same way.")));
    table_->setObjectName(QStringLiteral("columns"));
    table_->setAccessibleName(tr("Columns of the log and what they are taken for"));
    table_->setColumnCount(5);
    table_->setHorizontalHeaderLabels({tr("Column"), tr("Values"), tr("Taken for"), tr("Unit"), tr("Why")});
    table_->verticalHeader()->hide();
    table_->setShowGrid(false);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionMode(QAbstractItemView::NoSelection);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    for (const auto& [c, w] :
         {std::pair(Header, 170), std::pair(Curve, 220), std::pair(Taken, 190), std::pair(Unit, 104)})
        table_->setColumnWidth(c, w);
    table_->horizontalHeader()->setSectionResizeMode(Why, QHeaderView::Stretch);
    table_->verticalHeader()->setDefaultSectionSize(46);
    table_->setRowCount(static_cast<int>(shape_.columns.size()));
    for (int row = 0; row < table_->rowCount(); ++row) fillRow(row);
    column->addWidget(table_, 1);
    auto* buttons = new QHBoxLayout;
    auto* cancel = plainButton(tr("Cancel"));
    auto* take = lampButton(tr("Read it this way"));
    buttons->addStretch();
    buttons->addWidget(cancel);
    buttons->addWidget(take);
    column->addLayout(buttons);
    take->setDefault(true);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    connect(take, &QPushButton::clicked, this, &QDialog::accept);
    resize(1080, 680);
}

void ColumnsDialog::fillRow(int row) {
    const auto& guess = shape_.columns[static_cast<std::size_t>(row)];
    table_->setItem(row, Header, new QTableWidgetItem(QString::fromStdString(guess.header)));
    const auto seen = std::find_if(guess.evidence.begin(), guess.evidence.end(),
                                   [](const ColumnEvidence& e) { return !e.here.empty(); });
    auto* curve = seen == guess.evidence.end()
                      ? new CurveView(shape_.preview[static_cast<std::size_t>(row)], {}, table_)
                      : new CurveView(seen->here, seen->there, table_);
    if (seen != guess.evidence.end())
        curve->setToolTip(tr("Line: %1. Band: %2. Alike to %3.")
                              .arg(QString::fromStdString(guess.header), QString::fromStdString(seen->with))
                              .arg(seen->likeness, 0, 'f', 3));
    table_->setCellWidget(row, Curve, curve);
    auto* channel = new QComboBox;
    channel->setAccessibleName(tr("What %1 is").arg(QString::fromStdString(guess.header)));
    channel->addItem(tr("not used"), static_cast<int>(Channel::Count));
    for (std::size_t c = 0; c < kChannelCount; ++c)
        channel->addItem(channelText(static_cast<Channel>(c)), static_cast<int>(c));
    channel->setCurrentIndex(channel->findData(static_cast<int>(guess.channel)));
    table_->setCellWidget(row, Taken, channel);
    auto* unit = new QComboBox;
    unit->setAccessibleName(tr("Unit of %1").arg(QString::fromStdString(guess.header)));
    auto* room = new QWidget; // the table shows what stands in its cells; a unit nobody needs hides in here
    auto* within = new QHBoxLayout(room);
    within->setContentsMargins(0, 0, 0, 0);
    within->addWidget(unit);
    table_->setCellWidget(row, Unit, room);
    offerUnits(row);
    auto* why = new QTableWidgetItem(QString::fromStdString(guess.reason));
    why->setForeground(QColor(guess.sure ? look::kInkQuiet : look::kLampInk));
    if (!guess.sure) why->setText(tr("Check: %1").arg(why->text()));
    why->setToolTip(why->text());
    table_->setItem(row, Why, why);
    connect(channel, &QComboBox::currentIndexChanged, this, [this, row] { offerUnits(row); });
}

QComboBox* ColumnsDialog::unitBox(int row) const { return table_->cellWidget(row, Unit)->findChild<QComboBox*>(); }

void ColumnsDialog::offerUnits(int row) {
    const auto& guess = shape_.columns[static_cast<std::size_t>(row)];
    const auto channel =
        static_cast<Channel>(qobject_cast<QComboBox*>(table_->cellWidget(row, Taken))->currentData().toInt());
    auto* unit = unitBox(row);
    unit->clear();
    const auto units = channel == Channel::Count ? std::vector<std::string_view>{} : unitsOf(channel);
    unit->setVisible(!units.empty());
    if (units.empty()) return;
    unit->addItem(tr("by range"), QString());
    for (const auto u : units)
        unit->addItem(QString::fromUtf8(u.data(), static_cast<qsizetype>(u.size())),
                      QString::fromUtf8(u.data(), static_cast<qsizetype>(u.size())));
    if (channel != guess.channel || !guess.unitGiven) return;
    for (int i = 1; i < unit->count(); ++i)
        if (unitFactor(channel, unit->itemData(i).toString().toStdString()) == std::abs(guess.factor))
            unit->setCurrentIndex(i);
}

std::vector<ColumnChoice> ColumnsDialog::choices() const {
    std::vector<ColumnChoice> out;
    for (int row = 0; row < table_->rowCount(); ++row) {
        const auto& guess = shape_.columns[static_cast<std::size_t>(row)];
        const auto channel =
            static_cast<Channel>(qobject_cast<QComboBox*>(table_->cellWidget(row, Taken))->currentData().toInt());
        const auto unit = unitBox(row)->currentData().toString().toStdString();
        const bool sameUnit =
            unit.empty() ? !guess.unitGiven : guess.unitGiven && unitFactor(channel, unit) == std::abs(guess.factor);
        // a guess that was unsure and left as it is has been confirmed by a person
        if (channel != guess.channel || (channel != Channel::Count && (!sameUnit || !guess.sure)))
            out.push_back({guess.header, channel, unit});
    }
    return out;
}

} // namespace hl
