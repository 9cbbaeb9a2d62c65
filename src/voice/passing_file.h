// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/units/result.h"

#include <filesystem>
#include <fstream>
#include <string>
#include <unistd.h>
#include <utility>

namespace hl {

/// A file that is gone when nobody needs it any more; recogniser and synthesizer read from files only.
class PassingFile {
  public:
    static Result<PassingFile> with(const std::string& text) {
        auto name = (std::filesystem::temp_directory_path() / "lantern-XXXXXX").string();
        const int fd = mkstemp(name.data());
        if (fd < 0) return Error{"file.unwritable", "cannot be written", name, "room and leave to write there"};
        close(fd);
        PassingFile f;
        f.path_ = name;
        std::ofstream out(f.path_);
        out << text;
        out.close();
        if (!out) return Error{"file.unwritable", "cannot be written", name, "room and leave to write there"};
        return f;
    }
    PassingFile(PassingFile&& o) noexcept : path_(std::exchange(o.path_, {})) {}
    PassingFile& operator=(PassingFile&& o) noexcept {
        std::swap(path_, o.path_);
        return *this;
    }
    ~PassingFile() {
        std::error_code ec;
        if (!path_.empty()) std::filesystem::remove(path_, ec);
    }
    const std::filesystem::path& path() const { return path_; }

  private:
    PassingFile() = default;
    std::filesystem::path path_;
};

} // namespace hl
