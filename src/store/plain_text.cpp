// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/plain_text.h"

#include "core/log/line_stream.h"
#include "core/units/bounds.h"
#include "store/natural_order.h"

#include <algorithm>
#include <archive.h>
#include <archive_entry.h>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <iconv.h>
#include <memory>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

constexpr std::size_t kPiece = 256 * 1024;

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
    std::string at(off_t from, std::size_t bytes) const {
        std::string piece(bytes, '\0');
        const auto n = ::pread(fd, piece.data(), bytes, from);
        piece.resize(n > 0 ? static_cast<std::size_t>(n) : 0);
        return piece;
    }
};
using Shared = std::shared_ptr<OpenFile>;

/// A file without a name, gone when it is closed.
Result<Shared> temporary() {
    const auto folder = fs::temp_directory_path();
    std::string name = (folder / "highlantern-XXXXXX").string();
    const int fd = ::mkstemp(name.data());
    if (fd < 0)
        return Error{"file.unwritable", std::string("cannot be written to (") + std::strerror(errno) + ")",
                     folder.string(), "room for what is unpacked"};
    ::unlink(name.c_str());
    return std::make_shared<OpenFile>(fd);
}

Status write(OpenFile& to, std::string_view text) {
    while (!text.empty()) {
        const auto n = ::write(to.fd, text.data(), text.size());
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0)
            return Error{"file.unwritable",
                         std::string("what is unpacked cannot be written (") + std::strerror(errno) + ")",
                         fs::temp_directory_path().string(), "room for it"};
        text.remove_prefix(static_cast<std::size_t>(n));
    }
    return Done{};
}

PlainText textOf(const Shared& file, const fs::path& path, std::vector<ImportNote> notes) {
    PlainText p;
    p.sizeBytes = static_cast<double>(::lseek(file->fd, 0, SEEK_END));
    ::lseek(file->fd, 0, SEEK_SET);
    p.bytes = [file](char* to, std::size_t room) { return file->read(to, room); };
    p.peek = [file, size = p.sizeBytes](double share, std::size_t bytes) {
        return file->at(static_cast<off_t>(share * size), bytes);
    };
    p.fault = [file, path]() -> std::optional<Error> {
        if (!file->fault) return std::nullopt;
        return Error{"file.unreadable", std::string("reading stopped half way (") + std::strerror(file->fault) + ")",
                     path.string(), "a whole file"};
    };
    p.notes = std::move(notes);
    return p;
}

bool isPacked(std::string_view head) {
    using namespace std::string_view_literals;
    for (const auto magic : {"\x1f\x8b"sv, "PK\x03\x04"sv, "BZh"sv,
                             "\xfd"
                             "7zXZ\0"sv,
                             "7z\xbc\xaf\x27\x1c"sv, "\x28\xb5\x2f\xfd"sv})
        if (head.starts_with(magic)) return true;
    return head.size() > 262 && head.substr(257, 5) == "ustar";
}

/// One log after the other; what stands above the samples of the first is left out of the others.
class Joining {
  public:
    explicit Joining(Shared to) : to_(std::move(to)) {}
    Status begin() {
        if (files_++ > 0)
            if (auto done = write(*to_, ended_ ? "" : "\n"); !done) return done;
        above_ = 0, same_ = files_ > 1;
        pending_.clear();
        return Done{};
    }
    Status add(std::string_view text) {
        if (text.empty()) return Done{};
        if (files_ == 1 && head_.size() < kHead) head_ += text.substr(0, kHead - head_.size());
        if (!same_) return put(text);
        pending_ += text;
        for (;;) {
            const auto end = pending_.find('\n');
            if (end == std::string::npos) return Done{};
            const auto line = std::string_view(pending_).substr(0, end + 1);
            if (!std::string_view(head_).substr(above_).starts_with(line)) break;
            above_ += line.size();
            pending_.erase(0, end + 1);
        }
        same_ = false;
        const auto rest = std::move(pending_);
        pending_.clear();
        return put(rest);
    }

  private:
    static constexpr std::size_t kHead = 64 * 1024;
    Status put(std::string_view text) {
        ended_ = text.ends_with('\n');
        return write(*to_, text);
    }
    Shared to_;
    std::string head_, pending_;
    std::size_t files_ = 0, above_ = 0;
    bool same_ = false, ended_ = true;
};

bool looksLikeLog(const fs::path& name) {
    auto suffix = name.extension().string();
    for (char& c : suffix) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    const auto file = name.filename().string();
    if (file.empty() || file.front() == '.' || name.string().find("__MACOSX") != std::string::npos) return false;
    static constexpr std::string_view kSuffixes[] = {".csv",  ".txt",  ".tsv",   ".log",    ".dat", ".gpx",
                                                     ".nmea", ".json", ".jsonl", ".ndjson", ".asc", ""};
    return std::find(std::begin(kSuffixes), std::end(kSuffixes), suffix) != std::end(kSuffixes);
}

Error damaged(const fs::path& path, archive* a) {
    const char* why = archive_error_string(a);
    return {"file.damaged-archive", std::string("cannot be unpacked") + (why ? " (" + std::string(why) + ")" : ""),
            path.string(), "a whole archive or compressed file, without a password"};
}

using Archive = std::unique_ptr<archive, int (*)(archive*)>;

Archive reading() {
    Archive a(archive_read_new(), archive_read_free);
    archive_read_support_filter_all(a.get());
    archive_read_support_format_zip(a.get());
    archive_read_support_format_tar(a.get());
    archive_read_support_format_7zip(a.get());
    archive_read_support_format_raw(a.get()); // a file that is only compressed
    return a;
}

/// A log of an archive, unpacked into a file that all of them share.
struct Unpacked {
    std::string name; ///< empty for a file that is only compressed
    off_t from = 0, to = 0;
};

/// What an archive may come to, by the bytes it is packed in.
std::size_t mayUnpack(const fs::path& path) {
    std::error_code ec;
    const auto packed = static_cast<std::size_t>(fs::file_size(path, ec));
    const auto share = ec ? 0 : std::min(packed, kBounds.unpackedBytes) * kBounds.unpackedShare;
    return std::clamp(share, kBounds.unpackedAnyway, kBounds.unpackedBytes);
}

Error tooMuch(const fs::path& path, const std::string& what) {
    return {"file.damaged-archive", what, path.string(), "an archive of logs"};
}

/// The entry that was just met, to the end of `to`; the bytes it came to.
Result<std::size_t> unpackEntry(archive* a, const fs::path& path, OpenFile& to, std::size_t most) {
    std::string piece(kPiece, '\0');
    std::size_t bytes = 0;
    for (;;) {
        const auto n = archive_read_data(a, piece.data(), piece.size());
        if (n < 0) return damaged(path, a);
        if (n == 0) return bytes;
        bytes += static_cast<std::size_t>(n);
        if (bytes > most) return tooMuch(path, "unpacks to more than any log is");
        if (auto done = write(to, std::string_view(piece).substr(0, static_cast<std::size_t>(n))); !done)
            return done.error();
    }
}

/// All logs of an archive, gone through once, in natural order.
Result<std::vector<Unpacked>> unpackAll(const fs::path& path, OpenFile& to) {
    const auto a = reading();
    if (archive_read_open_filename(a.get(), path.c_str(), kPiece) != ARCHIVE_OK) return damaged(path, a.get());
    const auto most = mayUnpack(path);
    std::vector<Unpacked> logs;
    archive_entry* entry = nullptr;
    std::size_t bytes = 0, entries = 0;
    int r = ARCHIVE_OK;
    while ((r = archive_read_next_header(a.get(), &entry)) == ARCHIVE_OK) {
        const char* name = archive_entry_pathname(entry);
        const bool raw = archive_format(a.get()) == ARCHIVE_FORMAT_RAW;
        if (++entries > 20 * kBounds.files || logs.size() >= kBounds.files)
            return tooMuch(path, "holds more files than any session of driving");
        if (!raw && !(archive_entry_filetype(entry) == AE_IFREG && name && looksLikeLog(name))) continue;
        const auto one = unpackEntry(a.get(), path, to, most - bytes);
        if (!one) return one.error();
        logs.push_back({name ? name : "", static_cast<off_t>(bytes), static_cast<off_t>(bytes + *one)});
        bytes += *one;
    }
    if (r != ARCHIVE_EOF) return damaged(path, a.get());
    if (logs.empty())
        return Error{"file.damaged-archive", "holds no log", path.string(),
                     "an archive with CSV, GPX, NMEA or JSON lines in it"};
    std::stable_sort(logs.begin(), logs.end(),
                     [](const Unpacked& x, const Unpacked& y) { return naturallyBefore(x.name, y.name); });
    return logs;
}

Result<Shared> unpacked(const fs::path& path, std::vector<ImportNote>& notes) {
    auto raw = temporary();
    if (!raw) return raw;
    const auto logs = unpackAll(path, **raw);
    if (!logs) return logs.error();
    if (logs->size() == 1) return raw;
    auto file = temporary();
    if (!file) return file;
    Joining all(*file);
    for (const auto& log : *logs) {
        if (auto done = all.begin(); !done) return done.error();
        for (auto from = log.from; from < log.to;) {
            const auto piece = (*raw)->at(from, std::min(kPiece, static_cast<std::size_t>(log.to - from)));
            if (piece.empty()) return tooMuch(path, "what was unpacked cannot be read again");
            if (auto done = all.add(piece); !done) return done.error();
            from += static_cast<off_t>(piece.size());
        }
    }
    notes.push_back({0, std::to_string(logs->size()) + " files of the archive are read one after the other"});
    return file;
}

Result<Shared> plainFile(const fs::path& path) {
    const int fd = ::open(path.c_str(), O_RDONLY | O_CLOEXEC);
    if (fd < 0) return Error{"file.unreadable", "cannot be read", path.string(), "a file you may read"};
    return std::make_shared<OpenFile>(fd);
}

bool isTable(const fs::path& name) {
    const auto suffix = name.extension();
    return looksLikeLog(name) && !suffix.empty() && suffix.string().find("json") == std::string::npos;
}

/// The logs of a folder one after the other, as loggers write them that begin a file with every lap.
Result<Shared> joinedFolder(const fs::path& folder, std::vector<ImportNote>& notes) {
    std::vector<std::string> names;
    std::error_code ec;
    for (const auto& entry : fs::directory_iterator(folder, ec))
        if (entry.is_regular_file(ec) && isTable(entry.path()) && names.size() < kBounds.files)
            names.push_back(entry.path().string());
    if (names.empty())
        return Error{"file.is-folder", "is a folder without logs", folder.string(),
                     "a log, or a folder with one log a lap"};
    std::sort(names.begin(), names.end(), naturallyBefore);
    auto file = temporary();
    if (!file) return file;
    Joining all(*file);
    for (const auto& name : names) {
        auto part = plainFile(name);
        if (!part) return part;
        if (auto done = all.begin(); !done) return done.error();
        std::string piece(kPiece, '\0');
        while (const auto n = (*part)->read(piece.data(), piece.size()))
            if (auto done = all.add(std::string_view(piece).substr(0, n)); !done) return done.error();
    }
    if (names.size() > 1)
        notes.push_back({0, std::to_string(names.size()) + " files of the folder are read one after the other"});
    return file;
}

/// Null: it is UTF-8 as it stands.
const char* encodingOf(std::string_view head) {
    if (head.starts_with("\xff\xfe")) return "UTF-16LE";
    if (head.starts_with("\xfe\xff")) return "UTF-16BE";
    std::size_t even = 0, odd = 0;
    for (std::size_t i = 0; i < std::min<std::size_t>(head.size(), 2000); ++i) (i % 2 ? odd : even) += head[i] == '\0';
    const auto half = std::min<std::size_t>(head.size(), 2000) / 2;
    if (half > 8 && odd > half * 3 / 4 && even == 0) return "UTF-16LE";
    if (half > 8 && even > half * 3 / 4 && odd == 0) return "UTF-16BE";
    for (std::size_t i = 0; i < head.size(); ++i) { // bytes that UTF-8 does not have
        const auto c = static_cast<unsigned char>(head[i]);
        if (c < 0x80) continue;
        const std::size_t more = c >= 0xF0 ? 3 : (c >= 0xE0 ? 2 : 1);
        if (c < 0xC2 || c > 0xF4) return "WINDOWS-1252";
        for (std::size_t k = 1; k <= more; ++k) {
            if (i + k >= head.size()) return nullptr; // cut off here
            if ((static_cast<unsigned char>(head[i + k]) & 0xC0) != 0x80) return "WINDOWS-1252";
        }
        i += more;
    }
    return nullptr;
}

Result<Shared> inUtf8(const Shared& from, const char* encoding) {
    auto to = temporary();
    if (!to) return to;
    const std::unique_ptr<void, int (*)(iconv_t)> turn(::iconv_open("UTF-8", encoding), ::iconv_close);
    std::string in(kPiece, '\0'), out(4 * kPiece, '\0');
    std::size_t kept = 0;
    ::lseek(from->fd, 0, SEEK_SET);
    while (const auto n = from->read(in.data() + kept, in.size() - kept)) {
        char* p = in.data();
        std::size_t left = kept + n;
        while (left > 0) {
            char* q = out.data();
            std::size_t room = out.size();
            const auto r = ::iconv(turn.get(), &p, &left, &q, &room);
            if (auto done = write(**to, std::string_view(out).substr(0, out.size() - room)); !done) return done.error();
            if (r != static_cast<std::size_t>(-1) || errno == E2BIG) continue;
            if (errno == EINVAL) break; // a sign cut off by the end of the piece
            ++p, --left;                // no sign at all: left out
        }
        std::memmove(in.data(), p, left);
        kept = left;
    }
    return to;
}

} // namespace

Result<PlainText> openPlainText(const fs::path& path) {
    std::error_code ec;
    if (!fs::exists(path, ec)) return Error{"file.missing", "no such file", path.string(), "an existing file"};
    std::vector<ImportNote> notes;
    auto file = fs::is_directory(path, ec) ? joinedFolder(path, notes) : plainFile(path);
    if (!file) return file.error();
    if (isPacked((*file)->at(0, 512))) file = unpacked(path, notes);
    if (!file) return file.error();
    if (const char* encoding = encodingOf((*file)->at(0, kPiece))) file = inUtf8(*file, encoding);
    if (!file) return file.error();
    return textOf(*file, path, std::move(notes));
}

Result<std::string> readPlainText(const fs::path& path) {
    std::error_code ec;
    if (fs::is_directory(path, ec)) return Error{"file.is-folder", "is a folder", path.string(), "a file"};
    auto text = openPlainText(path);
    if (!text) return text.error();
    if (text->sizeBytes > static_cast<double>(kBounds.textBytes))
        return Error{"file.unreadable", "is larger than any such file", path.string(), "a text of at most a gigabyte"};
    LineStream lines(text->bytes);
    auto whole = lines.rest();
    if (auto fault = text->fault()) return *fault;
    return whole;
}

} // namespace hl
