// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/guide_file.h"

#include "core/guide/validated.h"
#include "store/files.h"
#include "store/guide_json.h"
#include "store/guide_migrations.h"
#include "store/json_view.h"
#include "store/sources_json.h"

namespace hl {
namespace fs = std::filesystem;

std::string guideJson(const Guide& g) {
    return toJson(g).dump(1, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n";
}

Result<Guide> parseGuide(std::string_view text, std::string_view fileName) {
    const std::string file(fileName);
    const auto inFile = [&](Error e) {
        e.where = e.where.empty() ? file : file + ": " + e.where;
        return e;
    };
    auto j = parsedJson(text, file, "guide.not-json", "a guide.json saved by High Lantern");
    if (!j) return j.error();
    auto present = inPresentFormat(std::move(*j));
    if (!present) return inFile(present.error());
    auto guide = guideFrom(*present);
    if (guide) guide = validated(std::move(*guide));
    if (!guide) return inFile(guide.error());
    return guide;
}

fs::path guideFile(const fs::path& guide) { return guide.filename() == "guide.json" ? guide : guide / "guide.json"; }
fs::path autosaveFile(const fs::path& guide) { return guideFile(guide).parent_path() / ".guide.autosave.json"; }

Result<Guide> readGuide(const fs::path& guide) {
    const auto file = guideFile(guide);
    const auto text = readFile(file);
    if (!text) return text.error();
    return parseGuide(*text, file.string());
}

Status saveGuide(const fs::path& guide, const Guide& value) {
    auto done = writeFile(guideFile(guide), guideJson(value));
    if (done) forgetAutosave(guide);
    return done;
}

Status autosaveGuide(const fs::path& guide, const Guide& value) {
    return writeFile(autosaveFile(guide), guideJson(value));
}

std::optional<Guide> unsavedEdits(const fs::path& guide) {
    const auto text = readFile(autosaveFile(guide));
    if (!text) return std::nullopt;
    if (const auto saved = readFile(guideFile(guide)); saved && *saved == *text) return std::nullopt;
    auto edits = parseGuide(*text, autosaveFile(guide).string());
    return edits ? std::optional(std::move(*edits)) : std::nullopt;
}

void forgetAutosave(const fs::path& guide) {
    std::error_code ec;
    fs::remove(autosaveFile(guide), ec);
}

Result<Camera> readCamera(const fs::path& path) {
    const auto text = readFile(path);
    if (!text) return text.error();
    const auto j = parsedJson(*text, path.string(), "camera.bad-value", "a camera file, see docs/formats.md");
    if (!j) return j.error();
    auto camera = cameraFrom(*j);
    if (camera) return camera;
    auto e = camera.error();
    e.where = path.string() + ": " + e.where;
    return e;
}

} // namespace hl
