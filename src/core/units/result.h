// SPDX-License-Identifier: GPL-3.0-or-later
// Errors as values at the borders of the core.
#pragma once
#include <optional>
#include <stdexcept>
#include <string>
#include <utility>
#include <variant>

namespace hl {

/// What went wrong, where, and what was expected there. `sentence` is made only where a person reads it.
struct Error {
    std::string id;            ///< stable name, e.g. "log.no-time" (docs/errors.md lists them)
    std::string what;          ///< what was found
    std::string where = {};    ///< file, and line or byte when known
    std::string expected = {}; ///< what would have been right
};

std::string sentence(const Error& e);

template <class T> class [[nodiscard]] Result {
  public:
    Result(T value) : held_(std::move(value)) {}
    Result(Error error) : held_(std::move(error)) {}
    explicit operator bool() const { return std::holds_alternative<T>(held_); }
    const T& operator*() const& { return get(); }
    T& operator*() & { return const_cast<T&>(get()); }
    T&& operator*() && { return std::move(const_cast<T&>(get())); }
    const T* operator->() const { return &get(); }
    T* operator->() { return const_cast<T*>(&get()); }
    const Error& error() const { return std::get<Error>(held_); }

  private:
    const T& get() const {
        if (auto* e = std::get_if<Error>(&held_)) throw std::logic_error("unchecked result: " + sentence(*e));
        return *std::get_if<T>(&held_);
    }
    std::variant<T, Error> held_;
};

struct Done {};
using Status = Result<Done>;

} // namespace hl
