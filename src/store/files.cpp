// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/files.h"

#include <atomic>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <sstream>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

Error writeError(const fs::path& path, int code) {
    const char* id = code == ENOSPC || code == EDQUOT ? "file.disk-full" : "file.unwritable";
    return {id, std::string("cannot be written (") + std::strerror(code) + ")", path.string(),
            "a folder with room that may be written to"};
}

FileOperations systemOperations() {
    return {[](int fd, const void* bytes, std::size_t count) { return static_cast<long>(::write(fd, bytes, count)); },
            [](int fd) { return ::fsync(fd); }, [](const char* from, const char* to) { return ::rename(from, to); }};
}

FileOperations& operations() {
    static FileOperations now = systemOperations();
    return now;
}

/// Closes and removes on the way out unless the file was kept.
class Scratch {
  public:
    explicit Scratch(fs::path p)
        : path(std::move(p)), fd(::open(path.c_str(), O_CREAT | O_WRONLY | O_TRUNC | O_CLOEXEC, 0644)) {}
    ~Scratch() {
        if (fd >= 0) ::close(fd);
        if (!kept) ::unlink(path.c_str());
    }
    Scratch(const Scratch&) = delete;
    Scratch& operator=(const Scratch&) = delete;
    fs::path path;
    int fd;
    bool kept = false;
};

} // namespace

WithFileOperations::WithFileOperations(FileOperations wanted) {
    auto& now = operations();
    if (wanted.write) now.write = std::move(wanted.write);
    if (wanted.sync) now.sync = std::move(wanted.sync);
    if (wanted.rename) now.rename = std::move(wanted.rename);
}
WithFileOperations::~WithFileOperations() { operations() = systemOperations(); }

Result<std::string> readFile(const fs::path& path) {
    std::error_code ec;
    if (!fs::exists(path, ec)) return Error{"file.missing", "no such file", path.string(), "an existing file"};
    if (fs::is_directory(path, ec)) return Error{"file.is-folder", "is a folder", path.string(), "a file"};
    if (!fs::is_regular_file(path, ec)) return Error{"file.unreadable", "is no file", path.string(), "a file"};
    std::ifstream in(path, std::ios::binary);
    if (!in) return Error{"file.unreadable", "cannot be read", path.string(), "a file you may read"};
    std::ostringstream text;
    text << in.rdbuf();
    if (in.bad()) return Error{"file.unreadable", "reading stopped half way", path.string(), "a whole file"};
    return std::move(text).str();
}

Status writeFile(const fs::path& path, std::string_view bytes) {
    static std::atomic<int> count{0}; // two writers of one file do not share a scratch file
    Scratch scratch(path.parent_path() / ("." + path.filename().string() + "." + std::to_string(::getpid()) + "-" +
                                          std::to_string(++count) + ".part"));
    if (scratch.fd < 0) {
        scratch.kept = true; // nothing of ours to remove
        return writeError(path, errno);
    }
    while (!bytes.empty()) {
        const auto n = operations().write(scratch.fd, bytes.data(), bytes.size());
        if (n < 0 && errno == EINTR) continue;
        if (n < 0) return writeError(path, errno);
        bytes.remove_prefix(static_cast<std::size_t>(n));
    }
    if (operations().sync(scratch.fd) != 0) return writeError(path, errno);
    if (operations().rename(scratch.path.c_str(), path.c_str()) != 0) return writeError(path, errno);
    scratch.kept = true;
    return Done{};
}

std::filesystem::path resolved(const std::filesystem::path& folder, const std::string& file) {
    const std::filesystem::path p(file);
    return p.is_absolute() ? p : (folder / p).lexically_normal();
}

Result<fs::path> inside(const fs::path& folder, const std::string& file) {
    std::error_code ec;
    const auto root = fs::weakly_canonical(fs::absolute(folder), ec);
    const auto whole = fs::weakly_canonical(root / file, ec);
    const auto relative = whole.lexically_relative(root);
    if (ec || file.empty() || relative.empty() || *relative.begin() == ".." || *relative.begin() == ".")
        return Error{"file.outside", "\"" + file + "\" lies outside of the guide's folder", folder.string(),
                     "a file in that folder"};
    return whole;
}

Status makeFolder(const fs::path& path) {
    std::error_code ec;
    fs::create_directories(path, ec);
    if (ec)
        return Error{"file.unwritable", "the folder cannot be made (" + ec.message() + ")", path.string(),
                     "a place that may be written to"};
    return Done{};
}

} // namespace hl
