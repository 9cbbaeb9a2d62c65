// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <re2/re2.h>
#include <stdexcept>
#include <string_view>

namespace hl {

/// A pattern of the grammar. One that is no pattern would quietly never match: it throws at once.
class Pattern {
  public:
    explicit Pattern(const char* text) : re_(text) {
        if (!re_.ok()) throw std::logic_error("no pattern: " + re_.error());
    }
    bool in(std::string_view s) const { return re2::RE2::PartialMatch(re2::StringPiece(s.data(), s.size()), re_); }
    const re2::RE2& re() const { return re_; }

  private:
    re2::RE2 re_;
};

} // namespace hl
