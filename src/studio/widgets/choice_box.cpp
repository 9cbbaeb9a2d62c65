// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/choice_box.h"

#include <QAbstractItemView>

namespace hl {

QComboBox* choiceBox(const QString& name, const char* object, int leastWidth) {
    auto* box = new QComboBox;
    box->setAccessibleName(name);
    box->setToolTip(name);
    box->view()->setAccessibleName(name);
    box->setObjectName(QString::fromLatin1(object));
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumWidth(leastWidth);
    return box;
}

} // namespace hl
