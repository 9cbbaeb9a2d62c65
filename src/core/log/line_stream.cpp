// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/line_stream.h"

#include <algorithm>
#include <cstring>

namespace hl {
namespace {
constexpr std::size_t kHeadBytes = 256 * 1024, kBlockBytes = 512 * 1024;
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
    if (std::string_view(buffer_.get(), end_).starts_with(kMark)) used_ = kMark.size();
}

void LineStream::makeRoom(std::size_t bytes) {
    const auto kept = end_ - used_;
    if (end_ + bytes + kBehind <= room_) return;
    if (kept + bytes + kBehind <= room_)
        std::memmove(buffer_.get(), buffer_.get() + used_, kept);
    else {
        room_ = kept + bytes + kBehind;
        auto wider = std::make_unique_for_overwrite<char[]>(room_);
        if (kept > 0) std::memcpy(wider.get(), buffer_.get() + used_, kept);
        buffer_ = std::move(wider);
    }
    used_ = 0, end_ = kept;
}

void LineStream::fill(std::size_t atLeast) {
    while (!ended_ && end_ - used_ < atLeast) {
        makeRoom(std::max<std::size_t>(64 * 1024, atLeast - (end_ - used_)));
        const auto n = bytes_(buffer_.get() + end_, room_ - kBehind - end_);
        end_ += n;
        std::memset(buffer_.get() + end_, 0, kBehind);
        if (n == 0) ended_ = true;
    }
}

std::string_view LineStream::head() {
    fill(kHeadBytes);
    return {buffer_.get() + used_, std::min(end_ - used_, kHeadBytes)};
}

std::string_view LineStream::block() {
    for (std::size_t want = kBlockBytes;; want *= 2) { // a line longer than a block is read whole
        fill(want);
        const std::string_view all(buffer_.get() + used_, end_ - used_);
        const auto lines = ended_ ? all.size() : all.rfind('\n') + 1; // npos + 1 is 0
        if (lines == 0 && !ended_) continue;
        used_ += lines;
        taken_ += static_cast<double>(lines);
        return all.substr(0, lines);
    }
}

void LineStream::block(Block& into) {
    into.text = block();
    std::swap(buffer_, into.memory);
    std::swap(room_, into.room);
    const char* const behind = into.memory.get() + used_; // a line that was begun, and little more
    const auto kept = end_ - used_;
    used_ = end_ = 0;
    makeRoom(kept);
    if (kept > 0) std::memcpy(buffer_.get(), behind, kept);
    end_ = kept;
    std::memset(buffer_.get() + end_, 0, kBehind);
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
