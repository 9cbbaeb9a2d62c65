// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/line_up/places_view.h"

#include "core/units/figures.h"
#include "core/units/numbers.h"
#include "picture/tokens.h"

#include <cmath>
#include <QMouseEvent>
#include <QPainter>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr int kWords = 172, kBetween = 6; // px
constexpr std::size_t kPictures = 4;

QString lapText(const TiePlace& p) { return p.lap >= 0 ? PlaceRow::tr("lap %1").arg(p.lap) : PlaceRow::tr("no lap"); }

} // namespace

PlaceRow::PlaceRow(int number, QWidget* parent) : QAbstractButton(parent), number_(number), pictures_(kPictures) {
    setAccessibleName(tr("Place %1 the film may lie at").arg(number));
    setCheckable(false);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void PlaceRow::show(const PlaceMoments& place, double share) {
    place_ = place, share_ = share;
    pictures_.assign(kPictures, {});
    const auto alike = QString::fromStdString(percentText(share));
    setAccessibleName(place.present ? tr("%1, the place that holds").arg(lapText(place.place))
                                    : tr("Take %1 instead, %2 as alike").arg(lapText(place.place), alike));
    setToolTip(place.present
                   ? tr("The film lies here: log time is film time plus %1 s").arg(place.place.offsetS, 0, 'f', 3)
                   : tr("Lays the film here (%1) and measures the guide again").arg(number_));
    update();
}

void PlaceRow::setPicture(std::size_t i, const QImage& picture) {
    pictures_.at(i) = picture;
    update();
}

QRect PlaceRow::pictureAt(std::size_t i) const {
    const int w = (width() - kWords - 2 - 3 * kBetween) / static_cast<int>(kPictures);
    return {kWords + static_cast<int>(i) * (w + kBetween), 2, w, height() - 4};
}

void PlaceRow::mouseReleaseEvent(QMouseEvent* e) {
    if (place_.present && e->button() == Qt::LeftButton)
        for (std::size_t i = 0; i < place_.moments.size() && i < kPictures; ++i)
            if (pictureAt(i).contains(e->pos()) && std::isfinite(place_.moments[i].filmS)) emit momentWanted(i);
    QAbstractButton::mouseReleaseEvent(e);
}

void PlaceRow::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF whole = QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5);
    const bool lit = underMouse() || hasFocus();
    p.setPen(place_.present ? QPen(QColor(look::kLampInk), 1.5) : QPen(QColor(lit ? look::kInk : look::kRule), 1));
    p.setBrush(place_.present ? QColor(look::kLampPaper) : QColor(look::kPaperShade));
    p.drawRoundedRect(whole, look::kRadiusPicture, look::kRadiusPicture);
    p.setPen(QColor(place_.present ? look::kLampInk : look::kInk));
    p.setFont(look::text(look::kHead, look::Weight::Strong));
    p.drawText(QRect(10, 0, 20, height()), Qt::AlignLeft | Qt::AlignVCenter, QString::number(number_));
    const QRect words(32, 5, kWords - 36, height() / 2 - 4);
    p.setFont(look::text(look::kText, look::Weight::Strong));
    p.drawText(words, Qt::AlignLeft | Qt::AlignVCenter, lapText(place_.place));
    p.setFont(look::text(look::kSmall));
    p.setPen(QColor(look::kInkQuiet));
    const auto alike = QString::fromStdString(percentText(share_));
    p.drawText(words, Qt::AlignRight | Qt::AlignVCenter,
               place_.present ? tr("film is here") : tr("%1 alike").arg(alike));
    p.drawText(words.translated(0, words.height()), Qt::AlignLeft | Qt::AlignVCenter,
               tr("log + %1 s").arg(place_.place.offsetS, 0, 'f', 2));
    for (std::size_t i = 0; i < kPictures; ++i) {
        const auto at = pictureAt(i);
        p.fillRect(at, QColor(look::kMarsh800));
        const bool known = i < place_.moments.size() && std::isfinite(place_.moments[i].filmS);
        if (known && !pictures_[i].isNull()) {
            const auto part = pictures_[i].size().scaled(at.size(), Qt::KeepAspectRatioByExpanding);
            p.save();
            p.setClipRect(at);
            p.setRenderHint(QPainter::SmoothPixmapTransform);
            p.drawImage(QRect(QPoint(at.center().x() - part.width() / 2, at.center().y() - part.height() / 2), part),
                        pictures_[i]);
            p.restore();
        }
        p.setFont(look::text(look::kTiny, look::Weight::Strong));
        const auto text = i >= place_.moments.size() ? QString()
                          : known                    ? QString::fromStdString(place_.moments[i].what)
                                                     : tr("not filmed");
        if (text.isEmpty()) continue;
        const QRect tag(at.left(), at.bottom() - 14, p.fontMetrics().horizontalAdvance(text) + 8, 15);
        p.fillRect(tag, QColor(18, 35, 31, 220));
        p.setPen(QColor(look::kMist));
        p.drawText(tag, Qt::AlignCenter, text);
    }
}

PlacesView::PlacesView(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("places"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    for (std::size_t i = 0; i < kMost; ++i) {
        rows_[i] = new PlaceRow(static_cast<int>(i + 1));
        rows_[i]->setObjectName(QStringLiteral("place%1").arg(i + 1));
        rows_[i]->setVisible(false);
        column->addWidget(rows_[i]);
        connect(rows_[i], &PlaceRow::clicked, this, [this, i] {
            if (i < places_.size() && !places_[i].present) emit chosen(places_[i].place);
        });
        connect(rows_[i], &PlaceRow::momentWanted, this,
                [this, i](std::size_t k) { emit momentWanted(places_.at(i).moments.at(k).filmS); });
    }
}

void PlacesView::show(std::vector<PlaceMoments> places) {
    places_ = std::move(places);
    if (places_.size() > kMost) places_.resize(kMost);
    double most = 0;
    for (const auto& p : places_) most = std::max(most, p.place.likeness);
    for (std::size_t i = 0; i < kMost; ++i) {
        rows_[i]->setVisible(i < places_.size());
        if (i < places_.size()) rows_[i]->show(places_[i], most > 0 ? places_[i].place.likeness / most : 1);
    }
}

std::vector<double> PlacesView::filmTimes() const {
    std::vector<double> out;
    for (const auto& p : places_)
        for (std::size_t k = 0; k < kPictures; ++k) out.push_back(k < p.moments.size() ? p.moments[k].filmS : kNaN);
    return out;
}

void PlacesView::setPictures(const std::vector<QImage>& pictures) {
    for (std::size_t i = 0; i < pictures.size() && i / kPictures < places_.size(); ++i)
        rows_[i / kPictures]->setPicture(i % kPictures, pictures[i]);
}

} // namespace hl
