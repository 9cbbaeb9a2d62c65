// SPDX-License-Identifier: GPL-3.0-or-later
// editions: of which days, cars and depths a guide is made, and the one that it is made for now.
#include "command/open_guide.h"
#include "command/verbs.h"
#include "core/guide/edition.h"
#include "store/guide_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct EditionArguments {
    std::string guide, add, name, conditions, car, remove;
    MadeAs as;
};

/// How many words are said in it alone.
int wordsOnlyIn(const Guide& g, std::string_view key) {
    int n = 0;
    eachBeat(g, [&](const Beat& b, const GuideCorner*) { n += b.only.variant == key; });
    return n;
}

json variantJson(const Guide& g, const Variant& v) {
    const bool own =
        std::any_of(g.variants.begin(), g.variants.end(), [&](const Variant& x) { return x.key == v.key; });
    return {{"key", v.key}, {"name", v.name}, {"conditions", textOf(v.conditions, g.scene.speedUnit)},
            {"car", v.car}, {"own", own},     {"beats", wordsOnlyIn(g, v.key)}};
}

Result<Guide> changed(Guide g, const EditionArguments& a) {
    if (!a.add.empty()) {
        Variant v{a.add, a.name.empty() ? a.add : a.name, conditionsFrom(a.conditions)};
        v.car = a.car;
        g = withVariant(std::move(g), v);
    }
    if (!a.remove.empty()) {
        if (std::none_of(g.variants.begin(), g.variants.end(), [&](auto& v) { return v.key == a.remove; }))
            return Error{"edition.no-variant", "the guide has no variant \"" + a.remove + "\" of its own", "--remove",
                         "one that --add made"};
        g = withoutVariant(std::move(g), a.remove);
    }
    const auto edition = editionNamed(g, a.as.variant, a.as.depth);
    if (!edition) return edition.error();
    return withEdition(std::move(g), *edition);
}

Answer editionsAnswer(const EditionArguments& a) {
    const auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    const auto now = changed(*guide, a);
    if (!now) return now.error();
    if (*now != *guide)
        if (auto s = saveGuide(a.guide, *now); !s) return s.error();
    json list = json::array();
    for (const auto& v : variantsOf(*now)) list.push_back(variantJson(*now, v));
    return json{{"variants", list},
                {"edition",
                 {{"variant", now->edition.variant},
                  {"depth", key(now->edition.depth)},
                  {"name", textOf(*now, now->edition)}}}};
}

} // namespace

void addEditions(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("editions", "The days, cars and depths that a guide is made for");
    auto a = std::make_shared<EditionArguments>();
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    a->as.options(*verb);
    verb->add_option("--add", a->add, "A variant of the guide's own: its key; one of that key is changed");
    verb->add_option("--name", a->name, "How people call it: \"in heavy rain\"");
    verb->add_option("--conditions", a->conditions, "What is otherwise than on the driven day: \"wet, 9 C\"");
    verb->add_option("--car", a->car, "The car, where it is another");
    verb->add_option("--remove", a->remove, "That variant goes, with what was said for it alone");
    verb->callback([&s, a] {
        s.work = [a] { return editionsAnswer(*a); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& v : j["variants"])
                out << v["key"].get<std::string>() << ": " << v["name"].get<std::string>() << ", "
                    << v["beats"].get<int>() << " points of its own\n";
            const auto name = j["edition"]["name"].get<std::string>();
            out << "made now: " << (name.empty() ? "as driven, every pedal" : name) << "\n";
        };
    });
}

} // namespace hl
