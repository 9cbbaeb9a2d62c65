// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/label_plan.h"
#include "jobs/session.h"

namespace hl {

struct RenderWish {
    std::filesystem::path out;
    double fromS = 0, toS = -1; ///< guide time; negative: to the end
    int jobs = 0;               ///< encoder threads, 0 for all cores
    int crf = 21;
    std::string preset = "veryfast";
};

struct RenderReport {
    std::filesystem::path file;
    long frames = 0;
    double seconds = 0, wallS = 0;
};

/// Decode, retime, paint, encode. Captions are written beside the video as WebVTT and SubRip.
/// Errors: movie.*, media.*, render.empty, job.cancelled.
Result<RenderReport> render(const Guide& guide, const Session& session, const Cut& cut, const RenderWish& wish,
                            const Progress& progress);

/// The size a guide of this footage is rendered in: 16:9, at most 1920x1080.
struct OutputSize {
    int width = 1280, height = 720;
};
OutputSize outputSize(const VideoInfo& video);

/// `frame` fitted into the size with black bars where its shape differs.
YuvFrame fitted(YuvFrame frame, OutputSize size);

/// Where the words beside the marks stand throughout a guide.
LabelPlan labelsFor(const Guide& guide, const Session& session, const Cut& cut);

} // namespace hl
