// SPDX-License-Identifier: GPL-3.0-or-later
// The one barrier for what is thrown: a broken invariant, or no memory, ends a job and not the program.
#pragma once
#include "core/units/result.h"

#include <exception>

namespace hl {

/// What `work` answers, a Result; an exception becomes the error job.failed.
template <class Work> auto barred(Work work) -> decltype(work()) {
    try {
        return work();
    } catch (const std::exception& e) {
        return Error{"job.failed", std::string("went wrong inside: ") + e.what(), "",
                     "something else; nothing was saved or changed by it"};
    }
}

} // namespace hl
