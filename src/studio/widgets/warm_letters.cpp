// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/warm_letters.h"

#include "picture/tokens.h"

#include <QPainter>
#include <QWidget>

namespace hl {

QList<QFont> fontsOfViews() {
    QList<QFont> fonts;
    for (const int size : {look::kTiny, look::kSmall, look::kText})
        for (const auto weight : {look::Weight::Plain, look::Weight::Strong, look::Weight::Heavy})
            fonts << look::text(size, weight);
    fonts << look::figures(look::kTiny) << look::figures(look::kSmall) << look::figures(look::kHead);
    return fonts;
}

QList<QFont> fontsOf(const QWidget& page) {
    QList<QFont> fonts{page.font()};
    for (const auto* child : page.findChildren<QWidget*>())
        if (!fonts.contains(child->font())) fonts << child->font();
    return fonts;
}

void warmLetters(const QFont& font) {
    static const QString letters = [] {
        QString all;
        for (char16_t c = u'!'; c <= u'~'; ++c) all += QChar(c);
        return all + QStringLiteral("\u00b7\u00bc\u00bd\u00d7\u2013\u2039\u203a\u2192\u2212");
    }();
    // As opaque as a window: letters are cut once for each way of blending.
    QImage nowhere(64, 32, QImage::Format_RGB32);
    QPainter p(&nowhere);
    p.setFont(font);
    p.drawText(QPointF(0, 20), letters);
}

} // namespace hl
