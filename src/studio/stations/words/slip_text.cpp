// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/slip_text.h"

#include <QObject>

namespace hl {
namespace {
QString quoted(const std::string& text) { return QStringLiteral("\u201c%1\u201d").arg(QString::fromStdString(text)); }
} // namespace

QString slipText(const TakeSlip& s, const std::string& text) {
    const auto written = text.substr(std::min(s.from, text.size()), s.to - s.from);
    if (s.heard.empty()) return QObject::tr("not said: %1").arg(quoted(written));
    if (written.empty()) return QObject::tr("said besides: %1").arg(quoted(s.heard));
    return QObject::tr("said %1, written %2").arg(quoted(s.heard), quoted(written));
}

} // namespace hl
