// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/station_line.h"

#include "picture/tokens.h"

#include <cmath>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace hl {

StationLine::StationLine(const QStringList& names, QWidget* parent)
    : QWidget(parent), names_(names), lamps_(names.size(), StationState::Hollow) {
    setObjectName(QStringLiteral("stations"));
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("Stations of the work"));
    setFixedHeight(56);
    setMinimumWidth(static_cast<int>(names.size()) * 96);
}

QPointF StationLine::lampAt(int i) const {
    const double step = static_cast<double>(width()) / static_cast<double>(names_.size());
    return {step * (i + 0.5), 18};
}

void StationLine::setCurrent(int i) {
    if (i == current_ || i < 0 || i >= names_.size()) return;
    current_ = i;
    update();
    emit chosen(i);
}

void StationLine::setLamp(int i, StationState lamp) {
    if (lamps_[i] == lamp) return;
    lamps_[i] = lamp;
    update();
}

void StationLine::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(QColor(look::kMarsh600), 2));
    p.drawLine(lampAt(0), lampAt(static_cast<int>(names_.size()) - 1));
    for (int i = 0; i < names_.size(); ++i) {
        const auto c = lampAt(i);
        const bool here = i == current_;
        if (here) {
            QRadialGradient glow(c, 17);
            glow.setColorAt(0.3, QColor(244, 176, 65, 130));
            glow.setColorAt(1, QColor(244, 176, 65, 0));
            p.setPen(Qt::NoPen);
            p.setBrush(glow);
            p.drawEllipse(c, 17, 17);
        }
        const QColor colour(here ? look::kLamp
                                 : (lamps_[i] == StationState::Broken ? look::kWrongOnDark : look::kReed));
        p.setBrush(here || lamps_[i] == StationState::Filled ? colour : QColor(look::kMarsh900));
        QPen pen(colour, 2);
        if (lamps_[i] == StationState::Broken) pen.setDashPattern({2, 1.4});
        p.setPen(pen);
        p.drawEllipse(c, 6, 6);
        p.setFont(look::text(look::kSmall, here ? look::Weight::Heavy : look::Weight::Plain));
        p.setPen(QColor(here ? look::kMist : look::kReed));
        p.drawText(QRectF(c.x() - 60, 30, 120, 22), Qt::AlignCenter, names_[i]);
    }
    if (hasFocus()) {
        p.setPen(QPen(QColor(look::kLamp), 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(QRectF(lampAt(current_).x() - 46, 1, 92, 53), 4, 4);
    }
}

void StationLine::mousePressEvent(QMouseEvent* e) {
    setCurrent(std::min(static_cast<int>(names_.size()) - 1,
                        static_cast<int>(e->position().x() * static_cast<double>(names_.size()) / width())));
}

void StationLine::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Left)
        setCurrent(current_ - 1);
    else if (e->key() == Qt::Key_Right)
        setCurrent(current_ + 1);
    else
        QWidget::keyPressEvent(e);
}

} // namespace hl
