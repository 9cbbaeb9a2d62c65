// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/write_whole.h"

#include <fstream>

namespace hl::standin {

Status writeWhole(const std::filesystem::path& path, const std::string& bytes) {
    const std::filesystem::path scratch = path.string() + ".part";
    {
        std::ofstream out(scratch, std::ios::binary);
        out << bytes;
        if (!out.flush()) return Error{"file.unwritable", "cannot be written", path.string(), "a folder with room"};
    }
    std::error_code ec;
    std::filesystem::rename(scratch, path, ec);
    if (ec) return Error{"file.unwritable", ec.message(), path.string(), "a folder that may be written to"};
    return Done{};
}

} // namespace hl::standin
