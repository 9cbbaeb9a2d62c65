// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/log_file.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <memory>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

struct OpenFile {
    int fd;
    int fault = 0; ///< errno of a failed read
    explicit OpenFile(int d) : fd(d) {}
    OpenFile(const OpenFile&) = delete;
    OpenFile& operator=(const OpenFile&) = delete;
    ~OpenFile() { ::close(fd); }
    std::size_t read(char* to, std::size_t room) {
        for (;;) {
            const auto n = ::read(fd, to, room);
            if (n >= 0) return static_cast<std::size_t>(n);
            if (errno == EINTR) continue;
            fault = errno;
            return 0;
        }
    }
};

template <class Work> auto withFile(const fs::path& path, LogInput in, Work work) -> decltype(work(in)) {
    std::error_code ec;
    if (!fs::exists(path, ec)) return Error{"file.missing", "no such file", path.string(), "an existing file"};
    if (fs::is_directory(path, ec)) return Error{"file.is-folder", "is a folder", path.string(), "a file"};
    const int fd = ::open(path.c_str(), O_RDONLY | O_CLOEXEC);
    if (fd < 0) return Error{"file.unreadable", "cannot be read", path.string(), "a file you may read"};
    const auto file = std::make_shared<OpenFile>(fd);
    in.bytes = [file](char* to, std::size_t room) { return file->read(to, room); };
    in.fileName = path.string();
    in.sizeBytes = static_cast<double>(fs::file_size(path, ec));
    in.peek = [file, size = in.sizeBytes](double share, std::size_t bytes) {
        std::string piece(bytes, '\0');
        const auto n = ::pread(file->fd, piece.data(), bytes, static_cast<off_t>(share * size));
        piece.resize(n > 0 ? static_cast<std::size_t>(n) : 0);
        return piece;
    };
    auto out = work(std::move(in));
    if (file->fault)
        return Error{"file.unreadable", std::string("reading stopped half way (") + std::strerror(file->fault) + ")",
                     path.string(), "a whole file"};
    return out;
}

} // namespace

Result<CarLog> readLog(const fs::path& path, const std::vector<ColumnChoice>& choices,
                       const std::function<bool(double)>& goOn) {
    LogInput in;
    in.choices = choices, in.goOn = goOn;
    return withFile(path, std::move(in), [](LogInput i) { return importLog(std::move(i)); });
}

Result<LogShape> readLogShape(const fs::path& path, const std::vector<ColumnChoice>& choices) {
    LogInput in;
    in.choices = choices;
    return withFile(path, std::move(in), [](LogInput i) { return shapeOf(std::move(i)); });
}

} // namespace hl
