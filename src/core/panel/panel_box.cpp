// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panel/panel_box.h"

#include "core/log/channel_names.h"
#include "core/log/csv_cells.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>

namespace hl {
namespace {

constexpr std::array<std::string_view, 5> kKinds = {"bar-up", "bar-down", "bar-right", "bar-left", "digits"};
constexpr std::array<std::string_view, 7> kColumns = {"channel", "kind", "x_px", "y_px", "w_px", "h_px", "full"};
constexpr double kLeastPx = 3;
constexpr const char* kForm = "channel,kind,x_px,y_px,w_px,h_px[,full], kind bar-up, bar-down, bar-right, bar-left or "
                              "digits";

std::string_view trimmed(std::string_view s) {
    const auto from = s.find_first_not_of(" \t\r\"\xEF\xBB\xBF");
    if (from == std::string_view::npos) return {};
    return s.substr(from, s.find_last_not_of(" \t\r\"") - from + 1);
}

struct Named {
    Channel channel;
    double factor;
};

std::optional<Named> channelOf(std::string_view word) {
    for (std::size_t c = 0; c < kChannelCount; ++c)
        if (key(static_cast<Channel>(c)) == word) return Named{static_cast<Channel>(c), 1 / 3.6};
    if (const auto guess = guessColumn(word); guess.channel != Channel::Count)
        return Named{guess.channel, guess.unitGiven ? guess.factor : 1 / 3.6};
    return std::nullopt;
}

struct Head {
    std::array<int, kColumns.size()> at; ///< column of each member, -1 for none
};

std::optional<Head> headOf(const std::vector<std::string_view>& cells) {
    Head head;
    head.at.fill(-1);
    for (std::size_t i = 0; i < cells.size(); ++i)
        for (std::size_t k = 0; k < kColumns.size(); ++k)
            if (trimmed(cells[i]) == kColumns[k]) head.at[k] = static_cast<int>(i);
    for (std::size_t k = 0; k + 1 < kColumns.size(); ++k)
        if (head.at[k] < 0) return std::nullopt;
    return head;
}

/// What is wrong with a line, or its box.
Result<PanelBox> boxOf(const Head& head, const std::vector<std::string_view>& cells) {
    const auto cell = [&](std::size_t k) {
        const auto at = head.at[k];
        return at >= 0 && static_cast<std::size_t>(at) < cells.size() ? trimmed(cells[static_cast<std::size_t>(at)])
                                                                      : std::string_view{};
    };
    const auto wrong = [](std::string what, std::string expected) {
        return Error{"panel.bad-box", std::move(what), "", std::move(expected)};
    };
    PanelBox box;
    const auto channel = channelOf(cell(0));
    if (!channel)
        return wrong("\"" + std::string(cell(0)) + "\" is no channel",
                     "throttle, brake, gear, speed or another channel");
    box.channel = channel->channel, box.factor = channel->factor;
    const auto kind = std::find(kKinds.begin(), kKinds.end(), cell(1));
    if (kind == kKinds.end()) return wrong("\"" + std::string(cell(1)) + "\" is no kind of box", kForm);
    box.kind = static_cast<PanelKind>(kind - kKinds.begin());
    double* const to[] = {&box.x, &box.y, &box.w, &box.h};
    for (std::size_t k = 0; k < 4; ++k) {
        const auto v = parseNumber(cell(k + 2), false);
        if (!v || !std::isfinite(*v))
            return wrong("\"" + std::string(cell(k + 2)) + "\" is no number of pixels",
                         std::string(kColumns[k + 2]) + " in pixels of the film");
        *to[k] = *v;
    }
    if (box.w < kLeastPx || box.h < kLeastPx)
        return wrong("the box is smaller than 3 pixels", "a box around the whole bar or number");
    if (cell(6).empty()) return box;
    const auto full = parseNumber(cell(6), false);
    if (!full || !(*full > 0) || !std::isfinite(*full))
        return wrong("\"" + std::string(cell(6)) + "\" is no reading of a full bar", "a number above 0, or nothing");
    box.full = *full;
    return box;
}

} // namespace

bool isBar(PanelKind kind) { return kind != PanelKind::Digits; }
std::string_view name(PanelKind kind) { return kKinds[static_cast<std::size_t>(kind)]; }

Result<std::vector<PanelBox>> parsePanelBoxes(std::string_view csv, std::string_view fileName) {
    std::vector<PanelBox> boxes;
    std::optional<Head> head;
    std::size_t line = 0;
    while (!csv.empty()) {
        const auto end = csv.find('\n');
        const auto row = csv.substr(0, end);
        csv = end == std::string_view::npos ? std::string_view{} : csv.substr(end + 1);
        ++line;
        if (trimmed(row).empty() || trimmed(row).front() == '#') continue;
        std::vector<std::string_view> cells;
        splitCells(row, row.find(';') != std::string_view::npos ? ';' : ',', cells);
        if (!head) {
            head = headOf(cells);
            if (!head)
                return Error{"panel.no-boxes", "the first line does not name the columns of boxes",
                             std::string(fileName) + ", line " + std::to_string(line), kForm};
            continue;
        }
        auto box = boxOf(*head, cells);
        if (!box) {
            auto e = box.error();
            e.where = std::string(fileName) + ", line " + std::to_string(line);
            return e;
        }
        const bool twice =
            std::any_of(boxes.begin(), boxes.end(), [&](const PanelBox& b) { return b.channel == box->channel; });
        const bool ours =
            box->channel == Channel::Time || box->channel == Channel::Lap || box->channel == Channel::Distance;
        if (twice || ours)
            return Error{"panel.bad-box",
                         std::string(key(box->channel)) + (twice ? " has a box already" : " is worked out, not read"),
                         std::string(fileName) + ", line " + std::to_string(line),
                         "one box for each channel that is drawn"};
        boxes.push_back(*box);
    }
    if (boxes.empty()) return Error{"panel.no-boxes", "there is no box", std::string(fileName), kForm};
    return boxes;
}

std::string panelBoxesCsv(const std::vector<PanelBox>& boxes) {
    std::string out = "channel,kind,x_px,y_px,w_px,h_px,full\n";
    for (const auto& b : boxes) {
        char row[160];
        std::snprintf(row, sizeof row, "%s,%s,%.2f,%.2f,%.2f,%.2f,%.6g\n", std::string(key(b.channel)).c_str(),
                      std::string(name(b.kind)).c_str(), b.x, b.y, b.w, b.h, b.full);
        out += row;
    }
    return out;
}

Status fitBoxes(const std::vector<PanelBox>& boxes, int width, int height) {
    for (const auto& b : boxes)
        if (b.x < -0.5 || b.y < -0.5 || b.x + b.w > width + 0.5 || b.y + b.h > height + 0.5)
            return Error{"panel.bad-box", "the box of " + std::string(key(b.channel)) + " does not lie in the picture",
                         "", "a box inside " + std::to_string(width) + " x " + std::to_string(height) + " pixels"};
    return Done{};
}

} // namespace hl
