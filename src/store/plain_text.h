// SPDX-License-Identifier: GPL-3.0-or-later
// A log's bytes as plain text in UTF-8, whatever it is wrapped in: compressed, in an archive, in several files, in
// another encoding.
#pragma once
#include "core/log/log_input.h"

#include <filesystem>

namespace hl {

struct PlainText {
    ByteSource bytes;
    std::function<std::string(double share, std::size_t bytes)> peek;
    double sizeBytes = 0;
    std::vector<ImportNote> notes;               ///< what it was unpacked from
    std::function<std::optional<Error>()> fault; ///< after reading: what went wrong half way
};

/// Opens a file, an archive (ZIP, tar, 7z; the logs in it one after the other, in the order of their names), a
/// compressed file (gzip, bzip2, xz, zstd), or a folder with one log a lap. What must be unpacked or turned into UTF-8
/// goes into a temporary file without a name, so that a log of any size needs little memory.
/// Errors: file.missing, file.unreadable, file.is-folder (a folder without logs), file.damaged-archive.
/// The whole of it at once, for what is no log: at most a gigabyte.
Result<std::string> readPlainText(const std::filesystem::path& path);
Result<PlainText> openPlainText(const std::filesystem::path& path);

} // namespace hl
