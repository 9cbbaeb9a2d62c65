// SPDX-License-Identifier: GPL-3.0-or-later
#include "command/open_guide.h"

#include "core/guide/edition.h"
#include "core/words/live_values.h"
#include "jobs/takes.h"
#include "store/format_file.h"
#include "store/guide_file.h"

#include <nlohmann/json.hpp>

namespace hl {

void MadeAs::options(CLI::App& verb) {
    verb.add_option("--variant", variant, "The day or the car it is made for: wet, cold, ... (see editions)");
    verb.add_option("--depth", depth, "basic or advanced");
}

Result<Edition> editionNamed(const Guide& g, const std::string& variant, const std::string& depth) {
    auto e = g.edition;
    if (variant == "driven")
        e.variant.clear();
    else if (!variant.empty()) {
        std::string known = "driven";
        for (const auto& v : variantsOf(g)) known += ", " + v.key;
        if (!variantNamed(g, variant))
            return Error{"edition.no-variant", "there is no variant \"" + variant + "\"", "--variant",
                         "one of " + known};
        e.variant = variant;
    }
    if (!depth.empty()) {
        const auto d = depthOf(depth);
        if (!d) return Error{"edition.no-depth", "\"" + depth + "\" is no depth", "--depth", "basic or advanced"};
        e.depth = *d;
    }
    return e;
}

Result<OpenGuide> openedGuide(const std::string& folder, const MadeAs& as) {
    auto guide = readGuide(folder);
    if (!guide) return guide.error();
    const auto edition = editionNamed(*guide, as.variant, as.depth);
    if (!edition) return edition.error();
    guide->edition = *edition;
    if (!as.format.empty()) {
        const auto other = formatNamed(as.format);
        if (!other) return other.error();
        guide = withFormat(std::move(*guide), *other);
    }
    auto session = bringUp(guideFile(folder).parent_path(), *guide);
    if (!session) return session.error();
    const auto narrator = scratchVoice();
    OpenGuide o{*guide, asEdition(*guide), std::move(*session), {}, {}};
    TakeSounds takes;
    o.speeches = speechesOf(o.written, o.session, takes, narrator ? narrator->get() : nullptr);
    o.cut = planCut(o.guide, o.session, o.speeches);
    return o;
}

nlohmann::ordered_json numberOf(const Guide& g, CornerId id) {
    const auto* c = cornerWith(g, id);
    return c ? nlohmann::ordered_json(c->number) : nlohmann::ordered_json(nullptr);
}

} // namespace hl
