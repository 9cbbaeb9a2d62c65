// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/tokens.h"

#include <algorithm>
#include <cmath>
#include <QDir>
#include <QFontDatabase>

namespace hl::look {
namespace {

double luminance(QRgb c) {
    const auto channel = [](int v) {
        const double s = v / 255.0;
        return s <= 0.04045 ? s / 12.92 : std::pow((s + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * channel(qRed(c)) + 0.7152 * channel(qGreen(c)) + 0.0722 * channel(qBlue(c));
}

QFont font(const QStringList& families, double px, Weight weight) {
    QFont f(families);
    f.setPixelSize(static_cast<int>(std::lround(px)));
    f.setWeight(static_cast<QFont::Weight>(weight));
    return f;
}

} // namespace

bool loadFonts() {
    bool all = true;
    const QDir shipped(QStringLiteral(":/fonts"));
    const auto files = shipped.entryList();
    for (const auto& file : files) all &= QFontDatabase::addApplicationFont(shipped.filePath(file)) >= 0;
    return all && !files.isEmpty();
}

QFont text(double px, Weight weight) { return font({QStringLiteral("Atkinson Hyperlegible Next")}, px, weight); }

/// The shipped files call the family by the name of its lightest weight.
QFont figures(double px, Weight weight) {
    return font({QStringLiteral("Atkinson Hyperlegible Mono"), QStringLiteral("Atkinson Hyperlegible Mono ExtraLight")},
                px, weight);
}

double contrast(QRgb a, QRgb b) {
    const double la = luminance(a), lb = luminance(b);
    return (std::max(la, lb) + 0.05) / (std::min(la, lb) + 0.05);
}

} // namespace hl::look
