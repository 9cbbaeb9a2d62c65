// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/help_overlay.h"

#include "picture/tokens.h"

#include <algorithm>
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
    // All of them fit a low window: rows move together before the first or the last is cut off.
    const double step = std::clamp((height() - 120.0) / static_cast<double>(std::max<qsizetype>(1, rows)), 20.0, 36.0),
                 high = std::min(26.0, step - 2), tall = 104 + static_cast<double>(rows) * step;
    const QRectF box(width() / 2.0 - 460, (height() - tall) / 2, 920, tall);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kPaper));
    p.drawRoundedRect(box, look::kRadiusDesk, look::kRadiusDesk);
    p.setFont(look::text(look::kTitle, look::Weight::Heavy));
    p.setPen(QColor(look::kInk));
    p.drawText(box.adjusted(32, 22, -32, 0), Qt::AlignLeft | Qt::AlignTop, tr("Keys"));
    for (qsizetype i = 0; i < keys_.size(); ++i) {
        const double x = box.left() + 32 + (i >= rows ? 440 : 0),
                     y = box.top() + 72 + static_cast<double>(i % rows) * step;
        p.setFont(look::text(look::kSmall, look::Weight::Heavy));
        p.setBrush(QColor(look::kLampPaper));
        p.setPen(Qt::NoPen);
        p.drawRoundedRect(QRectF(x, y, 132, high), 4, 4);
        p.setPen(QColor(look::kLampInk));
        p.drawText(QRectF(x, y, 132, high), Qt::AlignCenter, keys_[i].keys);
        p.setFont(look::text(look::kText));
        p.setPen(QColor(look::kInk));
        p.drawText(QRectF(x + 146, y, 280, high), Qt::AlignVCenter, keys_[i].does);
    }
}

} // namespace hl
