// SPDX-License-Identifier: GPL-3.0-or-later
// The simulated onboard camera: one timed lap with some seconds around it, as a video file with sound and a truth file.
#pragma once
#include "core/units/result.h"
#include "standins/camera_sensors.h"
#include "standins/panel.h"

#include <filesystem>
#include <functional>
#include <optional>

namespace hl::standin {

struct CameraMount {
    double hfovDeg = 74, heightM = 1.18, forwardM = 0.2, lateralM = 0, pitchDeg = -3.0;
};

struct FilmOptions {
    double fromS = 0, toS = 0; ///< span of the drive, s
    int width = 1280, height = 720, frameRate = 50;
    CameraMount mount;
    double soundNoise = 0.06;
    std::uint32_t seed = 11;
    std::optional<PanelStyle> panel;      ///< laid over the picture, with its boxes beside the film
    std::optional<CameraSensors> sensors; ///< written into the film where the camera has any
};

/// `progress` gets 0..1 and returns false to stop. Writes `video` and, beside it, "<video>.truth.csv",
/// "<video>.camera.json" and, with a panel, "<video>.panel.csv". Errors: movie.unwritable, job.cancelled.
Status film(const Circuit& c, const Drive& d, const FilmOptions& o, const std::filesystem::path& video,
            const std::function<bool(double)>& progress);

} // namespace hl::standin
