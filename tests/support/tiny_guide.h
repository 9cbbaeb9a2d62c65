// SPDX-License-Identifier: GPL-3.0-or-later
// A guide folder made in a blink: two half circles driven at known speeds, and two seconds of any film.
#pragma once
#include "core/words/draft.h"
#include "jobs/session.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "support/scratch_folder.h"
#include "support/stadium.h"

#include <cstdlib>

namespace hl::testing {

/// A film with a white square in it; `how` goes before the file's name.
inline std::filesystem::path squareFilm(const std::filesystem::path& file, const std::string& size = "320x180",
                                        const std::string& square = "x=40:y=30:w=24:h=24", const std::string& how = "",
                                        const std::string& rate = "25", int seconds = 2) {
    const auto command = "ffmpeg -v error -y -f lavfi -i 'color=c=0x203028:s=" + size + ":r=" + rate +
                         ":d=" + std::to_string(seconds) + ",drawbox=" + square +
                         ":color=white:t=fill' -pix_fmt yuv420p -c:v libx264 -preset ultrafast " + how + " '" +
                         file.string() + "' </dev/null";
    if (std::system(command.c_str()) != 0) throw std::runtime_error("ffmpeg failed: " + command);
    return file;
}

inline Guide tinyGuide(const std::filesystem::path& folder, const std::filesystem::path& film,
                       const Stadium& stadium = {}) {
    std::filesystem::create_directories(folder / "log");
    if (auto s = writeFile(folder / "log/stadium.csv", stadiumCsv(stadiumRows(stadium, 50, 2))); !s)
        throw std::runtime_error(sentence(s.error()));
    Guide g;
    g.scene.title = folder.filename().string();
    g.sources.film().file = film.string();
    g.sources.log = "log/stadium.csv";
    auto placed = placedLog({folder / "log/stadium.csv", std::nullopt, {}, "", false});
    if (!placed) throw std::runtime_error(sentence(placed.error()));
    const auto lap = fastest(placed->laps);
    if (!lap) throw std::runtime_error(sentence(lap.error()));
    g.sources.lap = lap->number;
    const auto onRoad = lapOnRoad(*placed, *lap);
    if (!onRoad) throw std::runtime_error(sentence(onRoad.error()));
    const auto corners = findCorners(onRoad->trace, nullptr);
    if (!corners) throw std::runtime_error(sentence(corners.error()));
    g = withDraft(std::move(g), {onRoad->trace, *corners, measureAll(onRoad->trace, *corners), nullptr});
    // The two seconds begin as the car comes to the first corner, wherever the line was assumed.
    g.sources.film().tie = {seconds(timeAt(onRoad->trace, corners->front().turnInM)), 0, 5, 1, "hand"};
    if (auto s = saveGuide(folder, g); !s) throw std::runtime_error(sentence(s.error()));
    return g;
}

} // namespace hl::testing
