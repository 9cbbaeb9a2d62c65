// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/column_memory.h"

#include "store/choices_json.h"
#include "store/files.h"
#include "store/json_view.h"

#include <cstdlib>

namespace hl {
namespace fs = std::filesystem;
using json = nlohmann::ordered_json;
namespace {

/// The header itself is the key: readable, and never the same for two headers.
std::string keyOf(const LogShape& shape) {
    std::string key = shape.format;
    for (const auto& c : shape.columns) key += "\n" + c.header;
    return key;
}

json readMemory(const fs::path& memory) {
    const auto text = readFile(memory);
    const auto j = text ? jsonOrNothing(*text) : json();
    return j.is_object() ? j : json::object();
}

} // namespace

fs::path columnMemoryFile() {
    const char* data = std::getenv("XDG_DATA_HOME");
    const char* home = std::getenv("HOME");
    return (data && *data ? fs::path(data) : fs::path(home ? home : ".") / ".local/share") / "highlantern/columns.json";
}

std::vector<ColumnChoice> rememberedChoices(const LogShape& shape, const fs::path& memory) {
    const auto all = readMemory(memory);
    const auto it = all.find(keyOf(shape));
    return it == all.end() ? std::vector<ColumnChoice>{} : choicesFrom(*it);
}

Status rememberChoices(const LogShape& shape, const std::vector<ColumnChoice>& choices, const fs::path& memory) {
    auto all = readMemory(memory);
    all[keyOf(shape)] = toJson(choices);
    if (auto s = makeFolder(memory.parent_path()); !s) return s;
    return writeFile(memory, all.dump(1, ' ', false, json::error_handler_t::replace) + "\n");
}

} // namespace hl
