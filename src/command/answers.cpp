// SPDX-License-Identifier: GPL-3.0-or-later
#include "command/answers.h"

#include "core/units/numbers.h"

#include <nlohmann/json.hpp>

namespace hl {

using json = nlohmann::ordered_json;

json syncJson(const ClockTie& t) {
    json candidates = json::array();
    for (const auto& p : t.places)
        candidates.push_back({{"offset_s", rounded(p.offsetS, 3)},
                              {"lap", p.lap < 0 ? json(nullptr) : json(p.lap)},
                              {"likeness", rounded(p.likeness, 4)}});
    return {{"offset_s", rounded(t.offsetS, 5)},
            {"drift_ppm", rounded(t.driftPpm, 2)},
            {"uncertainty_ms", rounded(t.uncertaintyMs, 1)},
            {"confidence", rounded(t.confidence, 3)},
            {"method", t.method},
            {"sure", t.sure()},
            {"candidates", candidates}};
}

nlohmann::ordered_json differencesJson(const std::vector<Difference>& differences) {
    auto list = nlohmann::ordered_json::array();
    for (const auto& d : differences)
        list.push_back({{"kind", name(d.kind)},
                        {"token_from", d.tokenFrom},
                        {"token_to", d.tokenTo},
                        {"script", d.script},
                        {"heard", d.heard},
                        {"start_s", rounded(d.startS, 3)},
                        {"end_s", rounded(d.endS, 3)}});
    return list;
}

nlohmann::ordered_json levelJson(const Level& level) {
    return {{"peak_dbfs", rounded(level.peakDbfs, 1)},
            {"speech_lufs", rounded(level.speechLufs, 1)},
            {"noise_dbfs", rounded(level.noiseDbfs, 1)},
            {"clipped", level.clipped}};
}

} // namespace hl
