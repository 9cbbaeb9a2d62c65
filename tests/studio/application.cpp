// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/ends_application.h"

#include "studio/background.h"

namespace {

struct EndsLongWork : Catch::TestEventListenerBase {
    using TestEventListenerBase::TestEventListenerBase;
    void testCaseEnded(const Catch::TestCaseStats&) override { hl::longWork().waitForDone(); }
};
CATCH_REGISTER_LISTENER(EndsLongWork)

} // namespace
