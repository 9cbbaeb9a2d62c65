// SPDX-License-Identifier: GPL-3.0-or-later
// Every parser of files that come from outside, fed with anything. `./lantern fuzz` runs it for a while; it must never
// crash.
#include "core/claims/claim_reader.h"
#include "core/corner/corner.h"
#include "core/film_log/film_log.h"
#include "core/guide/edition.h"
#include "core/lap/learn_road.h"
#include "core/log/column_choices.h"
#include "core/log/log_input.h"
#include "core/panel/panel_box.h"
#include "core/track/road_shape.h"
#include "store/corner_list.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "store/log_file.h"
#include "store/plain_text.h"
#include "store/points_file.h"
#include "store/setup_file.h"

#include <cstdint>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <unistd.h>

namespace {

/// A log that could be read must also be analysable without a crash.
void useLog(const hl::CarLog& log) {
    const auto laps = hl::findLaps(log, nullptr);
    if (!laps || laps->laps.empty()) return;
    const auto trace = hl::traceOf(log, *laps, laps->laps.front(), nullptr);
    if (!trace) return;
    if (const auto corners = hl::findCorners(*trace, nullptr)) hl::measureAll(*trace, *corners);
    hl::learnRoad(log, *laps);
}

/// So must a road, and a corner list on it.
void useTrack(const hl::Track& track) {
    const auto shape = hl::roadShape(track);
    hl::placeOf(track, {10, 10}, hl::kNaN);
    hl::onRoad(track, 1e6, shape.curvatureAt(-5), 0);
}

constexpr std::size_t kMostBytes = 300'000; // deep and long enough for what costs more than it weighs

/// As a file: archives, encodings, compressed logs.
void useFile(std::string_view bytes, const char* suffix) {
    const auto file =
        std::filesystem::temp_directory_path() / ("highlantern-fuzz-" + std::to_string(::getpid()) + suffix);
    std::ofstream(file, std::ios::binary) << bytes;
    if (const auto log = hl::readLog(file)) useLog(*log);
    static_cast<void>(static_cast<bool>(hl::readPlainText(file)));
    static_cast<void>(static_cast<bool>(hl::readCornerList(file)));
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    if (size < 1 || size > kMostBytes) return 0;
    const std::string_view text(reinterpret_cast<const char*>(data + 1), size - 1);
    switch (data[0] % 12) {
    case 0: {
        if (const auto log = hl::importText(text, "fuzz")) useLog(*log);
        hl::LogInput in;
        in.bytes = hl::sourceOf(text);
        static_cast<void>(static_cast<bool>(hl::shapeOf(in)));
        break;
    }
    case 1:
        if (const auto track = hl::parseTrack(text, "fuzz")) useTrack(*track);
        break;
    case 3: static_cast<void>(static_cast<bool>(hl::parseCornerList(text, "fuzz"))); break;
    case 4: {
        const std::vector<std::uint8_t> bytes(data + 1, data + size);
        std::vector<hl::MetadataPayload> payloads;
        for (int k = 0; k < 6; ++k) payloads.push_back({1.001 * k, 1.001, bytes});
        if (const auto film = hl::filmLog(hl::sensorStreams(payloads))) useLog(film->log);
        break;
    }
    case 5:
        if (const auto sheet = hl::parseSetup(text, "fuzz")) hl::differences(*sheet, {});
        hl::textOf(hl::conditionsFrom(text), hl::SpeedUnit::Kmh);
        hl::rulesFrom(text);
        break;
    case 2:
        // What was read is written, and read again: the same guide.
        if (const auto guide = hl::parseGuide(text, "fuzz")) {
            const auto again = hl::parseGuide(hl::guideJson(*guide), "again");
            if (!again || !(*again == *guide)) std::abort();
            static_cast<void>(hl::asEdition(*guide));
        }
        break;
    case 7: useFile(text, ".zip"); break;
    case 8: useFile(text, ".csv"); break;
    case 9:
        static_cast<void>(static_cast<bool>(hl::parsePins(text, "fuzz")));
        static_cast<void>(static_cast<bool>(hl::parsePoints(text, "fuzz")));
        static_cast<void>(static_cast<bool>(hl::parsePanelBoxes(text, "fuzz")));
        static_cast<void>(static_cast<bool>(hl::parseChoices(std::string(text))));
        break;
    case 10: { // nested without end, of any kind of bracket
        std::string deep;
        for (int k = 0; k < 3000 && !text.empty(); ++k) deep += text.substr(0, 40);
        static_cast<void>(static_cast<bool>(hl::parseGuide(deep, "deep")));
        static_cast<void>(static_cast<bool>(hl::parseSetup(deep, "deep")));
        static_cast<void>(static_cast<bool>(hl::importText(deep, "deep")));
        break;
    }
    case 11: {
        const auto folder = std::filesystem::temp_directory_path() / ("highlantern-fuzz-" + std::to_string(::getpid()));
        std::filesystem::create_directories(folder);
        std::ofstream(folder / "guide.json", std::ios::binary) << text;
        static_cast<void>(static_cast<bool>(hl::readGuide(folder)));
        static_cast<void>(hl::unsavedEdits(folder));
        static_cast<void>(static_cast<bool>(hl::inside(folder, std::string(text.substr(0, 200)))));
        break;
    }
    default:
        static const hl::ClaimFacts nothing;
        static const hl::ClaimReader reader(nothing);
        reader.read(text, 1);
        break;
    }
    return 0;
}
