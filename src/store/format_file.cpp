// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/format_file.h"

#include "store/cut_json.h"
#include "store/files.h"
#include "store/kept_members.h"
#include "store/showing_json.h"

#include <algorithm>
#include <cstdlib>

namespace hl {
namespace fs = std::filesystem;
namespace {

using json = nlohmann::ordered_json;
constexpr int kVersion = 1;

json toJson(const Format& f) {
    json j = {{"format", "high-lantern-guide-format"},
              {"version", kVersion},
              {"key", f.key},
              {"name", f.name},
              {"about", f.about}};
    j["outline"] = listOf(f.outline, [](const OutlinePart& p) { return hl::toJson(p); });
    j["cut"] = hl::toJson(f.wish);
    j["cut"].erase("format");
    json showing = json::object();
    for (const auto& [pass, member] : {std::pair(&f.walk, "walk"), std::pair(&f.run, "run"), std::pair(&f.lap, "lap")})
        if (*pass) showing[member] = hl::toJson(**pass);
    if (!f.gauges.empty()) showing["gauges"] = f.gauges;
    if (!showing.empty()) j["showing"] = showing;
    return j;
}

/// A picture of a film that only one guide has is none in another.
void forAnyGuide(std::optional<Showing>& s) {
    if (!s) return;
    for (auto* p : {&s->full, &s->inset}) p->film = {};
}

Result<Format> formatFrom(const std::string& text, const std::string& file) {
    auto j = parsedJson(text, file, "format.unreadable", "a format of guides");
    if (!j) return j.error();
    if (!j->is_object() || j->value("format", "") != "high-lantern-guide-format")
        return Error{"format.unreadable", "this is no format of guides", file,
                     "\"format\": \"high-lantern-guide-format\""};
    std::optional<Error> wrong;
    const JsonView v(*j, "", wrong);
    Format f{v.text("key"), v.text("name"), v.text("about", ""), {}, {}};
    f.outline = listOf<OutlinePart>(v, "outline", outlinePartFrom);
    if (const auto cut = v.find("cut")) f.wish = cutWishFrom(*cut);
    f.wish.format = f.key;
    if (const auto showing = v.find("showing")) {
        const auto some = showingsFrom(*showing);
        if (showing->has("walk")) f.walk = some.walk;
        if (showing->has("run")) f.run = some.run;
        if (showing->has("lap")) f.lap = some.lap;
        if (showing->has("gauges")) f.gauges = some.gauges;
    }
    for (auto* s : {&f.walk, &f.run, &f.lap}) forAnyGuide(*s);
    for (std::size_t i = 0; i < f.outline.size(); ++i)
        for (const auto kind : f.outline[i].sections)
            if (!(f.outline[i].eachCorner ? ofOneCorner(kind) : ofTheLap(kind)))
                v.at("outline").tell("has \"" + std::string(name(kind)) + "\" in part " + std::to_string(i + 1),
                                     f.outline[i].eachCorner ? "sections of a corner" : "sections of the lap");
    if (f.key.empty() || f.outline.empty()) v.tell("has no key or no outline", "both");
    if (wrong) {
        wrong->id = "format.wrong";
        wrong->where = file + (wrong->where.empty() ? "" : ", " + wrong->where);
        return *wrong;
    }
    keepUnknown(f, *j, toJson(f));
    return f;
}

std::vector<fs::path> jsonFilesIn(const fs::path& folder) {
    std::vector<fs::path> files;
    std::error_code ec;
    for (const auto& e : fs::directory_iterator(folder, ec))
        if (e.path().extension() == ".json") files.push_back(e.path());
    std::sort(files.begin(), files.end());
    return files;
}

} // namespace

fs::path ownFormatsFolder() {
    const char* config = std::getenv("XDG_CONFIG_HOME");
    const char* home = std::getenv("HOME");
    return (config && *config ? fs::path(config) : fs::path(home ? home : ".") / ".config") / "highlantern/formats";
}

FormatList allFormats(const fs::path& own) {
    FormatList list;
    for (const auto text : shippedFormatTexts())
        if (auto f = formatFrom(std::string(text), "a shipped format"))
            list.formats.push_back(std::move(*f));
        else
            list.wrong.push_back(f.error());
    std::stable_sort(list.formats.begin(), list.formats.end(),
                     [](const Format& a, const Format&) { return a.key == "usual"; });
    list.shipped = list.formats.size();
    for (const auto& file : jsonFilesIn(own))
        if (auto f = readFormat(file))
            list.formats.push_back(std::move(*f));
        else
            list.wrong.push_back(f.error());
    return list;
}

Result<Format> formatNamed(const std::string& name, const fs::path& own) {
    std::error_code ec;
    if (fs::path(name).extension() == ".json" || fs::is_regular_file(name, ec)) return readFormat(name);
    const auto all = allFormats(own);
    std::string names;
    // One's own of the same name goes before the shipped one.
    for (auto f = all.formats.rbegin(); f != all.formats.rend(); ++f) {
        if (f->key == name) return *f;
        names = f->key + (names.empty() ? "" : ", ") + names;
    }
    return Error{"format.unknown", "there is no format \"" + name + "\"", own.string(), "a file, or one of " + names};
}

Result<Format> readFormat(const fs::path& file) {
    const auto text = readFile(file);
    if (!text) return text.error();
    return formatFrom(*text, file.string());
}

Status writeFormat(const fs::path& file, const Format& format) {
    if (!file.parent_path().empty())
        if (auto s = makeFolder(file.parent_path()); !s) return s;
    auto f = format;
    for (auto* s : {&f.walk, &f.run, &f.lap}) forAnyGuide(*s);
    return writeFile(file, withMore(toJson(f), f.more).dump(1, ' ', false, json::error_handler_t::replace) + "\n");
}

std::string formatKey(std::string_view name) {
    std::string key;
    for (const char c : name) {
        const bool plain = (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || (c & 0x80);
        if (c >= 'A' && c <= 'Z')
            key += static_cast<char>(c - 'A' + 'a');
        else if (plain)
            key += c;
        else if (!key.empty() && key.back() != '-')
            key += '-';
    }
    while (!key.empty() && key.back() == '-') key.pop_back();
    return key.empty() ? "format" : key;
}

} // namespace hl
