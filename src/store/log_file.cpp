// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/log_file.h"

#include "core/log/log_input.h"
#include "store/files.h"

namespace hl {

Result<CarLog> readLog(const std::filesystem::path& path) {
    auto text = readFile(path);
    if (!text) return text.error();
    return importText(*text, path.string());
}

} // namespace hl
