// SPDX-License-Identifier: GPL-3.0-or-later
// Whole files in, whole files out. A write is complete or did not happen.
#pragma once
#include "core/units/result.h"

#include <filesystem>
#include <functional>
#include <string>
#include <string_view>

namespace hl {

/// What writing asks of the operating system, with its calls' own meanings; tests lay one in that fails.
struct FileOperations {
    std::function<long(int fd, const void* bytes, std::size_t count)> write;
    std::function<int(int fd)> sync;
    std::function<int(const char* from, const char* to)> rename;
};

/// While it lives writeFile() works with these operations; members that are not set stay the system's. One at a time.
class WithFileOperations {
  public:
    explicit WithFileOperations(FileOperations operations);
    ~WithFileOperations();
    WithFileOperations(const WithFileOperations&) = delete;
    WithFileOperations& operator=(const WithFileOperations&) = delete;
};

/// Errors: file.missing, file.is-folder, file.unreadable.
Result<std::string> readFile(const std::filesystem::path& path);

/// Writes beside `path`, flushes to disk, then renames over it. Errors: file.unwritable, file.disk-full.
Status writeFile(const std::filesystem::path& path, std::string_view bytes);

/// A file that a guide names: absolute, or relative to its folder.
std::filesystem::path resolved(const std::filesystem::path& folder, const std::string& file);

/// A file that must lie in the guide's folder, links followed: what is copied, shown or heard of it by name. Errors:
/// file.outside.
Result<std::filesystem::path> inside(const std::filesystem::path& folder, const std::string& file);

/// Errors: file.unwritable.
Status makeFolder(const std::filesystem::path& path);

} // namespace hl
