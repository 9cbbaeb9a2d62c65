// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/advice_for.h"

#include <algorithm>

namespace hl {

std::optional<Proposal> adviceFor(const Fault& fault) {
    struct Row {
        std::string_view kind;
        Topic topic;
        std::string_view advised;
    };
    static constexpr Row kRows[] = {{"pedals-on-and-off", Topic::Power, "one squeeze, no second brake"},
                                    {"slowed-too-much", Topic::Slowest, "carry more speed here"},
                                    {"early-apex", Topic::Apex, "turn in later, clip later"},
                                    {"power-then-lift", Topic::Power, "wait, then no lift"},
                                    {"power-as-switch", Topic::Power, "squeeze it on"},
                                    {"counter-steer", Topic::Power, "less power until it is straight"},
                                    {"long-coast", Topic::Brake, "stay on the power until the brake"},
                                    {"braking-given-away", Topic::Brake, "harder at once, and later"},
                                    {"brake-in-steps", Topic::Brake, "let it off in one sweep"},
                                    {"limiter", Topic::Gears, "up before the limiter"},
                                    {"early-shift", Topic::Gears, "hold this gear longer"},
                                    {"road-unused", Topic::Exit, "let it run out to the edge"},
                                    {"over-the-limit", Topic::Limits, "two wheels stay inside the line"}};
    const auto row =
        std::find_if(std::begin(kRows), std::end(kRows), [&](const Row& r) { return r.kind == fault.kind; });
    if (row == std::end(kRows)) return std::nullopt;
    return Proposal{row->topic, std::string(row->advised)};
}

} // namespace hl
