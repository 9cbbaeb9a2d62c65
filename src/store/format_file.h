// SPDX-License-Identifier: GPL-3.0-or-later
// Formats of guides as files: those that come with the product, and a producer's own beside the settings.
#pragma once
#include "core/guide/format.h"
#include "core/units/result.h"

#include <filesystem>
#include <span>

namespace hl {

/// $XDG_CONFIG_HOME/highlantern/formats, or its place below the home folder.
std::filesystem::path ownFormatsFolder();

/// The shipped ones, the usual one first, then one's own by name. A file that is none is left out and told.
struct FormatList {
    std::vector<Format> formats;
    std::size_t shipped = 0; ///< how many of them are
    std::vector<Error> wrong;
};
FormatList allFormats(const std::filesystem::path& own = ownFormatsFolder());

/// By its key, or the name of a file. Errors: format.unknown, and those of reading one.
Result<Format> formatNamed(const std::string& name, const std::filesystem::path& own = ownFormatsFolder());

/// Errors: file.missing, format.unreadable, format.wrong.
Result<Format> readFormat(const std::filesystem::path& file);
/// Errors: file.unwritable.
Status writeFormat(const std::filesystem::path& file, const Format& format);

/// A key for a file's name, out of what a person typed: "My first!" is "my-first".
std::string formatKey(std::string_view name);

std::span<const std::string_view> shippedFormatTexts();

} // namespace hl
