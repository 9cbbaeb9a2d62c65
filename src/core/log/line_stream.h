// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"

#include <memory>
#include <optional>
#include <string_view>

namespace hl {

/// Text taken in blocks of whole lines, so that a file of any size needs little memory.
class LineStream {
  public:
    explicit LineStream(ByteSource bytes);
    /// The beginning of the text, up to 256 KB, without taking it. A byte order mark is left out.
    std::string_view head();
    /// The next whole lines, some megabytes; the last line of the file may lack its end. Empty at the end. They stay
    /// where they are until the next is asked for, and kBehind bytes behind them may be read.
    std::string_view block();
    /// The same, and the memory it lies in is the caller's from now on; what that held before is used again.
    struct Block {
        std::unique_ptr<char[]> memory;
        std::size_t room = 0;
        std::string_view text;
    };
    void block(Block& into);
    static constexpr std::size_t kBehind = 64;
    /// All the rest at once.
    std::string rest();
    double taken() const { return taken_; } ///< bytes handed out

  private:
    void fill(std::size_t atLeast);
    ByteSource bytes_;
    void makeRoom(std::size_t bytes); ///< behind what is there
    std::unique_ptr<char[]> buffer_;  ///< not a vector: it would be written twice
    std::size_t room_ = 0;
    std::size_t used_ = 0, end_ = 0; ///< what was read and not handed out yet lies between them
    bool ended_ = false;
    double taken_ = 0;
};

/// Walks lines ended by LF or CRLF without copying.
class LineReader {
  public:
    explicit LineReader(std::string_view text, std::size_t linesBefore = 0) : rest_(text), line_(linesBefore) {}
    std::optional<std::string_view> next();
    std::size_t lineNumber() const { return line_; } ///< of the line last returned, 1-based
    std::string_view rest() const { return rest_; }

  private:
    std::string_view rest_;
    std::size_t line_ = 0;
};

} // namespace hl
