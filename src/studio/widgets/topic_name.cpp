// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/topic_name.h"

#include <QObject>

namespace hl {

QString topicName(Topic t) {
    switch (t) {
    case Topic::Approach: return QObject::tr("Approach");
    case Topic::Brake: return QObject::tr("Brake");
    case Topic::Gears: return QObject::tr("Gears");
    case Topic::TurnIn: return QObject::tr("Turn-in");
    case Topic::Apex: return QObject::tr("Apex");
    case Topic::Slowest: return QObject::tr("Slowest");
    case Topic::Power: return QObject::tr("Power");
    case Topic::Exit: return QObject::tr("Exit");
    case Topic::Kerb: return QObject::tr("Kerb");
    case Topic::Limits: return QObject::tr("Limits");
    case Topic::Free: return QObject::tr("Note");
    }
    return {};
}

} // namespace hl
