// SPDX-License-Identifier: GPL-3.0-or-later
// guide.json: readable, versioned, saved whole.
#pragma once
#include "core/guide/guide.h"

#include <filesystem>

namespace hl {

std::string guideJson(const Guide& guide);
/// Any format from the first on, validated. Errors: guide.not-json, guide.bad-value, guide.newer (written by a later
/// version).
Result<Guide> parseGuide(std::string_view json, std::string_view fileName);

/// A guide's folder, or the guide.json in it.
std::filesystem::path guideFile(const std::filesystem::path& guide);
std::filesystem::path autosaveFile(const std::filesystem::path& guide);

Result<Guide> readGuide(const std::filesystem::path& guide);
Status saveGuide(const std::filesystem::path& guide, const Guide& value); ///< also forgets the autosave
Status autosaveGuide(const std::filesystem::path& guide, const Guide& value);
/// Edits that were not saved when the program ended, if there are any newer than the saved file.
std::optional<Guide> unsavedEdits(const std::filesystem::path& guide);
void forgetAutosave(const std::filesystem::path& guide);

/// Errors: camera.bad-value.
Result<Camera> readCamera(const std::filesystem::path& path);

} // namespace hl
