// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/studio.h"

#include <catch2/catch.hpp>

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
