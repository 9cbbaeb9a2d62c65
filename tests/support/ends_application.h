// SPDX-License-Identifier: GPL-3.0-or-later
// Included by one source of each test program that paints or shows windows.
#pragma once
#define CATCH_CONFIG_EXTERNAL_INTERFACES // the listener below
#include "support/gui_app.h"

#include <catch2/catch.hpp>
#include <QThreadPool>

namespace {

struct EndsApplication : Catch::TestEventListenerBase {
    using TestEventListenerBase::TestEventListenerBase;
    void testRunEnded(const Catch::TestRunStats&) override {
        QThreadPool::globalInstance()->waitForDone();
        hl::testing::application().reset();
    }
};
CATCH_REGISTER_LISTENER(EndsApplication)

} // namespace
