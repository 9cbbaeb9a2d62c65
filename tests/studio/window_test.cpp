// SPDX-License-Identifier: GPL-3.0-or-later
// What every screen owes: it fits, it can be reached by keys, and it can be read aloud.
#include "studio/widgets/help_overlay.h"
#include "studio/widgets/station_line.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QAbstractButton>
#include <QAbstractItemView>
#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QSpinBox>

using namespace hl;
using hl::testing::copiedDemo;
using hl::testing::ScratchFolder;
using hl::testing::Studio;

TEST_CASE("every station fits 1280 by 800") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    for (int station = 0; station < 6; ++station) {
        s.key(static_cast<Qt::Key>(Qt::Key_1 + station), Qt::AltModifier);
        s.window->resize(1280, 800);
        QCoreApplication::processEvents();
        INFO("station " << station);
        CHECK(s.window->size() == QSize(1280, 800));
        CHECK(s.window->minimumSizeHint().height() <= 800);
        CHECK(s.window->minimumSizeHint().width() <= 1280);
    }
}

TEST_CASE("stations are reached by click and by key") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    auto* line = s.window->findChild<StationLine*>();
    REQUIRE(line);
    for (const int station : {3, 1, 5, 0}) {
        QTest::mouseClick(line, Qt::LeftButton, {}, line->lampAt(station).toPoint());
        CHECK(line->current() == station);
    }
    line->setFocus();
    QTest::keyClick(line, Qt::Key_Right);
    CHECK(line->current() == 1);
}

TEST_CASE("F1 shows the keys and any key closes them") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_F1);
    auto* help = s.window->findChild<HelpOverlay*>();
    REQUIRE(help);
    CHECK(help->isVisible());
    QTest::keyClick(help, Qt::Key_Escape);
    CHECK_FALSE(help->isVisible());
}

TEST_CASE("everything one can operate has a name to be read aloud") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    const auto labelled = [&](QWidget* w) {
        for (auto* form : s.window->findChildren<QFormLayout*>())
            if (const auto* l = qobject_cast<QLabel*>(form->labelForField(w)); l && !l->text().isEmpty()) return true;
        return false;
    };
    int seen = 0;
    for (auto* w : s.window->findChildren<QWidget*>()) {
        const bool operated = qobject_cast<QAbstractButton*>(w) || qobject_cast<QLineEdit*>(w) ||
                              qobject_cast<QSpinBox*>(w) || qobject_cast<QComboBox*>(w) ||
                              qobject_cast<QAbstractItemView*>(w) || w->focusPolicy() == Qt::StrongFocus;
        if (!operated || w->objectName().startsWith(QStringLiteral("qt_")) ||
            !w->objectName().compare(QStringLiteral("qt_spinbox_lineedit")))
            continue;
        if (w->inherits("QHeaderView") || w->inherits("QTableCornerButton") || w->inherits("QScrollBar")) continue;
        if (qobject_cast<QAbstractItemView*>(w->parentWidget())) continue;
        const auto* b = qobject_cast<QAbstractButton*>(w);
        INFO(w->metaObject()->className() << " " << w->objectName().toStdString());
        CHECK((!w->accessibleName().isEmpty() || (b && b->text().size() > 1) || labelled(w)));
        ++seen;
    }
    CHECK(seen > 20);
}

TEST_CASE("no text on screen is smaller than 12 pixels") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    for (auto* l : s.window->findChildren<QLabel*>()) {
        INFO(l->text().toStdString());
        CHECK(QFontInfo(l->font()).pixelSize() >= 12);
    }
}
