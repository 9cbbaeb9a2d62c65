// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/bounds.h"

namespace hl {

std::optional<std::size_t> jsonTooDeepAt(std::string_view text, std::size_t depth) {
    std::size_t open = 0;
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted) {
            if (c == '\\') ++i;
            quoted = c != '"';
        } else if (c == '"')
            quoted = true;
        else if (c == '{' || c == '[') {
            if (++open > depth) return i;
        } else if ((c == '}' || c == ']') && open > 0)
            --open;
    }
    return std::nullopt;
}

namespace {

/// The last byte of the tag that begins at `i`; what stands in quotes does not end it.
std::size_t endOfTag(std::string_view text, std::size_t i) {
    char quote = 0;
    for (; i < text.size(); ++i) {
        const char c = text[i];
        if (quote != 0)
            quote = c == quote ? 0 : quote;
        else if (c == '"' || c == '\'')
            quote = c;
        else if (c == '>')
            return i;
    }
    return text.size();
}

} // namespace

std::optional<std::size_t> xmlTooDeepAt(std::string_view text, std::size_t depth) {
    std::size_t open = 0;
    const auto past = [&](std::size_t from, std::string_view mark) {
        const auto at = text.find(mark, from);
        return at == text.npos ? text.size() : at + mark.size() - 1;
    };
    for (auto i = text.find('<'); i < text.size(); i = text.find('<', i + 1)) {
        const auto rest = text.substr(i);
        if (rest.starts_with("<!--"))
            i = past(i + 4, "-->");
        else if (rest.starts_with("<![CDATA["))
            i = past(i, "]]>");
        else if (rest.starts_with("<?"))
            i = past(i, "?>");
        else if (rest.starts_with("</")) {
            open -= open > 0;
        } else {
            const auto end = endOfTag(text, i);
            const bool closed = end < text.size() && text[end - 1] == '/';
            if (!closed && !rest.starts_with("<!") && ++open > depth) return i;
            i = end < text.size() ? end : i;
        }
    }
    return std::nullopt;
}

} // namespace hl
