// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/line_stream.h"

#include <algorithm>
#include <cstring>

namespace hl {
namespace {
constexpr std::size_t kHeadBytes = 256 * 1024, kBlockBytes = 4096 * 1024;
constexpr std::string_view kMark = "\xEF\xBB\xBF";
} // namespace

ByteSource sourceOf(std::string_view text) {
    return [text](char* to, std::size_t room) mutable {
        const auto n = std::min(room, text.size());
        std::memcpy(to, text.data(), n);
        text.remove_prefix(n);
        return n;
    };
}

LineStream::LineStream(ByteSource bytes) : bytes_(std::move(bytes)) {
    fill(kMark.size());
    if (std::string_view(buffer_.data(), buffer_.size()).starts_with(kMark)) used_ = kMark.size();
}

void LineStream::fill(std::size_t atLeast) {
    while (!ended_ && buffer_.size() - used_ < atLeast) {
        const auto old = buffer_.size();
        buffer_.resize(old + std::max<std::size_t>(64 * 1024, atLeast - (old - used_)));
        const auto n = bytes_(buffer_.data() + old, buffer_.size() - old);
        buffer_.resize(old + n);
        if (n == 0) ended_ = true;
    }
}

std::string_view LineStream::head() {
    fill(kHeadBytes);
    return std::string_view(buffer_.data() + used_, std::min(buffer_.size() - used_, kHeadBytes));
}

std::string_view LineStream::block() {
    buffer_.erase(buffer_.begin(), buffer_.begin() + static_cast<std::ptrdiff_t>(used_));
    used_ = 0;
    for (std::size_t want = kBlockBytes;; want *= 2) { // a line longer than a block is read whole
        fill(want);
        const std::string_view all(buffer_.data(), buffer_.size());
        const auto end = ended_ ? all.size() : all.rfind('\n') + 1; // npos + 1 is 0
        if (end == 0 && !ended_) continue;
        used_ = end;
        taken_ += static_cast<double>(end);
        return all.substr(0, end);
    }
}

std::string LineStream::rest() {
    std::string all;
    for (auto b = block(); !b.empty(); b = block()) all += b;
    return all;
}

std::optional<std::string_view> LineReader::next() {
    if (rest_.empty()) return std::nullopt;
    const auto end = rest_.find('\n');
    auto line = rest_.substr(0, end);
    rest_ = end == std::string_view::npos ? std::string_view{} : rest_.substr(end + 1);
    if (line.ends_with('\r')) line.remove_suffix(1);
    ++line_;
    return line;
}

} // namespace hl
