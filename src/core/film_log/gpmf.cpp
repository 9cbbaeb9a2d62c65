// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/film_log/gpmf.h"

#include <bit>
#include <cctype>
#include <optional>

namespace hl::gpmf {
namespace {

constexpr std::size_t kHead = 8;
constexpr std::size_t kMostInSample = 4096; // values; more is no sensor

std::uint64_t bigEndian(Bytes b) {
    std::uint64_t v = 0;
    for (const auto x : b) v = v << 8 | x;
    return v;
}

std::size_t sizeOf(char type) {
    switch (type) {
    case 'b':
    case 'B': return 1;
    case 's':
    case 'S': return 2;
    case 'l':
    case 'L':
    case 'f':
    case 'q': return 4;
    case 'd':
    case 'j':
    case 'J':
    case 'Q': return 8;
    default: return 0;
    }
}

double value(char type, Bytes b) {
    const auto raw = bigEndian(b);
    switch (type) {
    case 'b': return static_cast<std::int8_t>(raw);
    case 's': return static_cast<std::int16_t>(raw);
    case 'l': return static_cast<std::int32_t>(raw);
    case 'j': return static_cast<double>(static_cast<std::int64_t>(raw));
    case 'f': return std::bit_cast<float>(static_cast<std::uint32_t>(raw));
    case 'd': return std::bit_cast<double>(raw);
    case 'q': return static_cast<std::int32_t>(raw) / 65536.0;
    case 'Q': return static_cast<double>(static_cast<std::int64_t>(raw)) / 4294967296.0;
    default: return static_cast<double>(raw);
    }
}

/// "f[3]L" as "fffL"; none when it names a type that has no number.
std::optional<std::string> spelledOut(std::string_view types) {
    std::string out;
    for (std::size_t i = 0; i < types.size() && types[i] != '\0'; ++i) {
        if (types[i] != '[') {
            if (sizeOf(types[i]) == 0 || out.size() >= kMostInSample) return std::nullopt;
            out += types[i];
            continue;
        }
        std::size_t n = 0;
        for (++i; i < types.size() && n <= kMostInSample && std::isdigit(static_cast<unsigned char>(types[i])); ++i)
            n = n * 10 + static_cast<std::size_t>(types[i] - '0');
        if (out.empty() || n == 0 || n > kMostInSample) return std::nullopt;
        if (out.size() + n > kMostInSample) return std::nullopt; // before the memory is asked for
        out.append(n - 1, out.back());
    }
    if (out.empty() || out.size() > kMostInSample) return std::nullopt;
    return out;
}

} // namespace

bool eachItem(Bytes level, const std::function<void(const Item&)>& visit) {
    while (level.size() >= kHead) {
        if (level[0] == 0) { // padding between items
            level = level.subspan(4);
            continue;
        }
        Item item;
        item.key = {reinterpret_cast<const char*>(level.data()), 4};
        for (const char c : item.key)
            if (static_cast<unsigned char>(c) < 0x20) return false;
        item.type = static_cast<char>(level[4]);
        item.size = level[5];
        item.count = static_cast<std::size_t>(bigEndian(level.subspan(6, 2)));
        const std::size_t bytes = item.size * item.count, padded = (bytes + 3) / 4 * 4;
        if (bytes > level.size() - kHead) return false; // cut short
        item.data = level.subspan(kHead, bytes);
        visit(item);
        level = level.subspan(std::min(level.size(), kHead + padded));
    }
    for (const auto b : level)
        if (b != 0) return false;
    return true;
}

Table numbers(const Item& item, std::string_view complex) {
    std::string types;
    if (item.type == '?') {
        auto spelled = spelledOut(complex);
        if (!spelled) return {};
        types = std::move(*spelled);
    } else if (const auto one = sizeOf(item.type); one > 0 && item.size % one == 0)
        types.assign(item.size / one, item.type);
    std::size_t size = 0;
    for (const char t : types) size += sizeOf(t);
    if (types.empty() || size != item.size) return {};
    Table table;
    table.width = types.size();
    table.values.reserve(types.size() * item.count);
    std::size_t at = 0;
    for (std::size_t k = 0; k < item.count; ++k)
        for (const char t : types) {
            table.values.push_back(value(t, item.data.subspan(at, sizeOf(t))));
            at += sizeOf(t);
        }
    return table;
}

std::string text(const Item& item) {
    std::string out(reinterpret_cast<const char*>(item.data.data()), item.data.size());
    while (!out.empty() && (out.back() == '\0' || out.back() == ' ')) out.pop_back();
    return out;
}

} // namespace hl::gpmf
