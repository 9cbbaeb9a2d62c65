// SPDX-License-Identifier: GPL-3.0-or-later
// The studio before a guide is open, and the meter of its stalls.
#include "studio/widgets/stall_meter.h"
#include "studio/widgets/welcome.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <thread>

using namespace hl;
using namespace hl::testing;

TEST_CASE("without a guide the desk invites, and gives way to the guide that is opened") {
    studioReady();
    const ScratchFolder dir;
    const auto guide = copiedDemo(dir, {3});
    rememberGuide(guide);
    rememberGuide(QStringLiteral("/nowhere/gone")); // what is gone is not offered
    MainWindow window;
    window.show();
    auto* welcome = window.findChild<Welcome*>();
    REQUIRE(welcome);
    CHECK(welcome->isVisible());
    CHECK(recentGuides() == QStringList{guide});
    QPushButton* row = nullptr;
    for (auto* b : welcome->findChildren<QPushButton*>())
        if (b->toolTip() == guide) row = b;
    REQUIRE(row);
    CHECK(row->accessibleName() == QStringLiteral("Saltmarrow Ring, corner by corner"));
    QTest::mouseClick(row, Qt::LeftButton);
    REQUIRE(waitFor([&] { return window.desk().isOpen(); }));
    CHECK_FALSE(welcome->isVisible());
    CHECK(waitFor([&] { return window.desk().cut().lengthS > 0; }));
    window.desk().discardUnsaved();
}

TEST_CASE("the stall meter tells how long the interface's thread was away") {
    studioReady();
    StallMeter meter;
    QCoreApplication::processEvents();
    meter.reset();
    std::this_thread::sleep_for(std::chrono::milliseconds(120));
    REQUIRE(waitFor([&] { return meter.stalls() > 0; }));
    CHECK(meter.longestMs() >= 100);
    CHECK(meter.stalls() == 1);
}
