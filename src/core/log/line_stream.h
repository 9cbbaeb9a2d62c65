// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"

#include <optional>
#include <string_view>
#include <vector>

namespace hl {

/// Text taken in blocks of whole lines, so that a file of any size needs little memory.
class LineStream {
  public:
    explicit LineStream(ByteSource bytes);
    /// The beginning of the text, up to 256 KB, without taking it. A byte order mark is left out.
    std::string_view head();
    /// The next whole lines, some megabytes; the last line of the file may lack its end. Empty at the end.
    std::string_view block();
    /// All the rest at once.
    std::string rest();
    double taken() const { return taken_; } ///< bytes handed out

  private:
    void fill(std::size_t atLeast);
    ByteSource bytes_;
    std::vector<char> buffer_;
    std::size_t used_ = 0; ///< start of what was not handed out yet
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
