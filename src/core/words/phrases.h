// SPDX-License-Identifier: GPL-3.0-or-later
// The ways a draft says things, by school. In braces what is filled in.
#pragma once
#include "core/guide/school.h"

#include <span>
#include <string_view>

namespace hl {

enum class Saying {
    Named,       ///< {name} {kind}
    Numbered,    ///< {n} {kind}
    ComeIn,      ///< {where} {gear}; behind one of the two
    BrakeAt,     ///< {offset} {peak} {gear}
    BrakeByFeel, ///< {peak} {gear}: there are things, and nothing good to brake by among them
    BrakeHere,   ///< {peak} {gear}: nobody has listed any things
    Trail,       ///< {trail}
    Lift,
    TurnIn,   ///< {offset}
    ApexKerb, ///< {side} {speed}
    Apex,     ///< {side} {speed}
    Power,    ///< {where} {full}
    LiftAgain,
    LiftOften, ///< once in the guide, where it is done in most corners
    Exit       ///< {side}
};

/// At least three, none like another.
std::span<const std::string_view> phrases(Saying saying, const School& school);

} // namespace hl
