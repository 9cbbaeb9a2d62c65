// SPDX-License-Identifier: GPL-3.0-or-later
#include "command/open_guide.h"

#include "core/words/live_values.h"
#include "jobs/takes.h"
#include "store/format_file.h"
#include "store/guide_file.h"

#include <nlohmann/json.hpp>

namespace hl {

Result<OpenGuide> openedGuide(const std::string& folder, const std::string& format) {
    auto guide = readGuide(folder);
    if (!guide) return guide.error();
    if (!format.empty()) {
        const auto other = formatNamed(format);
        if (!other) return other.error();
        guide = withFormat(std::move(*guide), *other);
    }
    auto session = bringUp(guideFile(folder).parent_path(), *guide);
    if (!session) return session.error();
    const auto narrator = scratchVoice();
    OpenGuide o{std::move(*guide), std::move(*session), {}, {}};
    TakeSounds takes;
    o.speeches =
        speechesOf(asSaid(o.guide, o.session.measured), o.session.folder, takes, narrator ? narrator->get() : nullptr);
    o.cut = planCut(o.guide, o.session, o.speeches);
    return o;
}

nlohmann::ordered_json numberOf(const Guide& g, CornerId id) {
    const auto* c = cornerWith(g, id);
    return c ? nlohmann::ordered_json(c->number) : nlohmann::ordered_json(nullptr);
}

} // namespace hl
