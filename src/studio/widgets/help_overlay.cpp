// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/help_overlay.h"

#include "picture/tokens.h"

#include <QPainter>

namespace hl {

HelpOverlay::HelpOverlay(QList<KeyHelp> keys, QWidget* parent) : QWidget(parent), keys_(std::move(keys)) {
    setObjectName(QStringLiteral("help"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Keyboard help. Any key closes it."));
    hide();
}

void HelpOverlay::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), QColor(18, 35, 31, 200));
    const qsizetype rows = (keys_.size() + 1) / 2;
    const QRectF box(width() / 2.0 - 460, height() / 2.0 - 60 - static_cast<double>(rows) * 18, 920,
                     120 + static_cast<double>(rows) * 36);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kPaper));
    p.drawRoundedRect(box, look::kRadiusDesk, look::kRadiusDesk);
    p.setFont(look::text(look::kTitle, look::Weight::Heavy));
    p.setPen(QColor(look::kInk));
    p.drawText(box.adjusted(32, 22, -32, 0), Qt::AlignLeft | Qt::AlignTop, tr("Keys"));
    for (qsizetype i = 0; i < keys_.size(); ++i) {
        const double x = box.left() + 32 + (i >= rows ? 440 : 0),
                     y = box.top() + 72 + static_cast<double>(i % rows) * 36;
        p.setFont(look::text(look::kSmall, look::Weight::Heavy));
        p.setBrush(QColor(look::kLampPaper));
        p.setPen(Qt::NoPen);
        p.drawRoundedRect(QRectF(x, y, 132, 26), 4, 4);
        p.setPen(QColor(look::kLampInk));
        p.drawText(QRectF(x, y, 132, 26), Qt::AlignCenter, keys_[i].keys);
        p.setFont(look::text(look::kText));
        p.setPen(QColor(look::kInk));
        p.drawText(QRectF(x + 146, y, 280, 26), Qt::AlignVCenter, keys_[i].does);
    }
}

} // namespace hl
