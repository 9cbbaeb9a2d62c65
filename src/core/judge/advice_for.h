// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/guide.h"
#include "core/judge/rule.h"

namespace hl {

/// What a coach would tell people to do instead of a fault: the row of the corner sheet and its "as advised". Nothing
/// for a fault that has no row.
struct Proposal {
    Topic topic = Topic::Free;
    std::string advised;
};
std::optional<Proposal> adviceFor(const Fault& fault);

} // namespace hl
