// SPDX-License-Identifier: GPL-3.0-or-later
// formats: which formats of guides there are; with a guide, what it is cut by, and another for it.
#include "command/answers.h"
#include "command/verbs.h"
#include "store/format_file.h"
#include "store/guide_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct FormatArguments {
    std::string guide, set, save, name;
};

json outlineJson(const Outline& outline) {
    json parts = json::array();
    for (const auto& p : outline) {
        json sections = json::array();
        for (const auto k : p.sections) sections.push_back(name(k));
        parts.push_back({{"each_corner", p.eachCorner}, {"which", key(p.which)}, {"sections", sections}});
    }
    return parts;
}

Answer formatsAnswer(const FormatArguments& a) {
    json list = json::array();
    const auto all = allFormats();
    for (std::size_t i = 0; i < all.formats.size(); ++i) {
        const auto& f = all.formats[i];
        list.push_back({{"key", f.key},
                        {"name", f.name},
                        {"about", f.about},
                        {"own", i >= all.shipped},
                        {"way", key(f.wish.way)},
                        {"outline", outlineJson(f.outline)}});
    }
    json out = {{"formats", list}};
    if (a.guide.empty()) {
        if (!a.set.empty() || !a.save.empty())
            return Error{"usage.guide", "no guide is named", "--set, --save", "the guide's folder before them"};
        return out;
    }
    auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    if (!a.set.empty()) {
        const auto format = formatNamed(a.set);
        if (!format) return format.error();
        *guide = withFormat(std::move(*guide), *format);
        if (auto s = saveGuide(a.guide, *guide); !s) return s.error();
    }
    if (!a.save.empty()) {
        const auto name = a.name.empty() ? std::filesystem::path(a.save).stem().string() : a.name;
        if (auto s = writeFormat(a.save, formatOf(*guide, formatKey(name), name, "")); !s) return s.error();
        out["file"] = a.save;
    }
    out["guide"] = {
        {"format", guide->cutWish.format}, {"way", key(guide->cutWish.way)}, {"outline", outlineJson(guide->outline)}};
    return out;
}

} // namespace

void addFormats(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("formats", "The formats of guides; one of them for a guide");
    auto a = std::make_shared<FormatArguments>();
    verb->add_option("guide", a->guide, "A guide's folder");
    verb->add_option("--set", a->set, "The guide in that format from now on: its key, or a file");
    verb->add_option("--save", a->save, "What the guide is cut by, as a file for other guides and people");
    verb->add_option("--name", a->name, "Its name in that file");
    verb->callback([&s, a] {
        s.work = [a] { return formatsAnswer(*a); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& f : j["formats"])
                out << f["key"].get<std::string>() << (f["own"].get<bool>() ? " (own)" : "") << ": "
                    << f["name"].get<std::string>() << ". " << f["about"].get<std::string>() << "\n";
            if (j.contains("guide")) out << "this guide: " << j["guide"]["format"].get<std::string>() << "\n";
        };
    });
}

} // namespace hl
