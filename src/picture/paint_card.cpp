// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_card.h"

#include "picture/tokens.h"

#include <algorithm>

namespace hl {
namespace {

const QColor kGround(18, 35, 31, 232);
constexpr double kLeft = 92, kWide = 1096, kRowHigh = 42, kHeadHigh = 84, kFootHigh = 92, kBottom = 684;
constexpr std::size_t kMostRows = 10;

QString elided(const QPainter& p, const std::string& text, double width) {
    return QFontMetricsF(p.font()).elidedText(QString::fromStdString(text), Qt::ElideRight, width);
}

QRectF paintTitle(QPainter& p, const SceneAt& s) {
    const QRectF box(0, 470, 1280, 150);
    p.fillRect(box, kGround);
    p.fillRect(QRectF(64, 504, 6, 82), QColor(look::kLamp));
    p.setFont(look::text(44, look::Weight::Heavy));
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(kLeft, 494, 1120, 60), Qt::AlignVCenter, elided(p, s.cardTitle, 1120));
    p.setFont(look::text(26));
    p.setPen(QColor(look::kReed));
    p.drawText(QRectF(kLeft, 556, 1120, 36), Qt::AlignVCenter, elided(p, s.cardText, 1120));
    return box;
}

/// The rows that have room, with the lit one in the middle of them.
std::pair<std::size_t, std::size_t> shownRows(const std::vector<CardRow>& rows) {
    if (rows.size() <= kMostRows) return {0, rows.size()};
    const auto lit = static_cast<std::size_t>(
        std::find_if(rows.begin(), rows.end(), [](const CardRow& r) { return r.lit; }) - rows.begin());
    const auto middle = lit == rows.size() ? 0 : lit;
    const auto from = std::min(middle - std::min(middle, kMostRows / 2), rows.size() - kMostRows);
    return {from, from + kMostRows};
}

void paintRow(QPainter& p, const QRectF& box, const CardRow& row, double labelWide) {
    if (row.lit) {
        p.fillRect(box.adjusted(-16, 1, 16, -1), QColor(look::kMarsh700));
        p.fillRect(QRectF(box.left() - 16, box.top() + 1, 5, box.height() - 2), QColor(look::kLamp));
    }
    p.setFont(look::text(24));
    p.setPen(QColor(row.lit ? look::kMist : look::kReed));
    p.drawText(QRectF(box.left(), box.top(), labelWide - 16, box.height()), Qt::AlignVCenter,
               elided(p, row.label, labelWide - 16));
    const double besideWide = row.beside.empty() ? 0 : 300, valueWide = box.width() - labelWide - besideWide;
    p.setFont(look::text(26, look::Weight::Strong));
    p.setPen(QColor(row.lit ? look::kLamp : look::kMist));
    p.drawText(QRectF(box.left() + labelWide, box.top(), valueWide, box.height()), Qt::AlignVCenter,
               elided(p, row.value, valueWide));
    if (row.beside.empty()) return;
    p.setFont(look::text(22));
    p.setPen(QColor(look::kReed));
    p.drawText(QRectF(box.right() - besideWide, box.top(), besideWide, box.height()), Qt::AlignVCenter | Qt::AlignRight,
               elided(p, row.beside, besideWide));
}

double widestLabel(const std::vector<CardRow>& rows) {
    constexpr double kLeast = 200, kMost = 420;
    const QFontMetricsF metrics(look::text(24));
    double widest = kLeast;
    for (const auto& r : rows)
        widest = std::max(widest, metrics.horizontalAdvance(QString::fromStdString(r.label)) + 32);
    return std::min(widest, kMost);
}

QRectF paintRows(QPainter& p, const SceneAt& s) {
    const auto [from, to] = shownRows(s.cardRows);
    const double foot = s.cardText.empty() ? 20 : kFootHigh;
    const double high = kHeadHigh + static_cast<double>(to - from) * kRowHigh + foot;
    const QRectF box(0, kBottom - high, 1280, high);
    p.fillRect(box, kGround);
    p.fillRect(QRectF(64, box.top() + 26, 6, high - 48), QColor(look::kLamp));
    p.setFont(look::text(34, look::Weight::Heavy));
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(kLeft, box.top() + 18, kWide, 52), Qt::AlignVCenter, elided(p, s.cardTitle, kWide));
    const double labels = widestLabel(s.cardRows);
    for (auto i = from; i < to; ++i)
        paintRow(p, QRectF(kLeft, box.top() + kHeadHigh + static_cast<double>(i - from) * kRowHigh, kWide, kRowHigh),
                 s.cardRows[i], labels);
    if (s.cardText.empty()) return box;
    const QRectF words(kLeft, box.bottom() - foot + 12, kWide, foot - 22);
    p.setFont(look::text(24));
    p.setPen(QColor(look::kMist));
    p.drawText(words, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, QString::fromStdString(s.cardText));
    return box;
}

} // namespace

QRectF paintCard(QPainter& p, const SceneAt& scene) {
    return scene.cardRows.empty() ? paintTitle(p, scene) : paintRows(p, scene);
}

} // namespace hl
