// SPDX-License-Identifier: GPL-3.0-or-later
#include "command/answers.h"

#include "core/units/numbers.h"

#include <nlohmann/json.hpp>

namespace hl {

using json = nlohmann::ordered_json;

json syncJson(const ClockTie& t) {
    json rival = nullptr;
    if (t.rival) rival = {{"offset_s", rounded(t.rival->offsetS, 2)}, {"likeness", rounded(t.rival->likeness, 3)}};
    return {{"offset_s", rounded(t.offsetS, 5)},
            {"drift_ppm", rounded(t.driftPpm, 2)},
            {"uncertainty_ms", rounded(t.uncertaintyMs, 1)},
            {"confidence", rounded(t.confidence, 3)},
            {"method", t.method},
            {"sure", t.confidence >= kSureEnough},
            {"rival", rival}};
}

} // namespace hl
