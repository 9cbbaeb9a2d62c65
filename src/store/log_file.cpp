// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/log_file.h"

#include "store/plain_text.h"

namespace hl {
namespace fs = std::filesystem;
namespace {

template <class Work> auto withFile(const fs::path& path, LogInput in, Work work) -> decltype(work(in)) {
    auto text = openPlainText(path);
    if (!text) return text.error();
    in.bytes = text->bytes, in.peek = text->peek, in.sizeBytes = text->sizeBytes;
    in.fileName = path.string();
    auto out = work(std::move(in));
    if (auto fault = text->fault()) return *fault;
    if constexpr (std::is_same_v<decltype(work(in)), Result<CarLog>>)
        if (out) out->notes.insert(out->notes.begin(), text->notes.begin(), text->notes.end());
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
