// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/label_plan.h"
#include "jobs/session.h"
#include "media/movie_writer.h"
#include "media/sound.h"

#include <memory>
#include <stop_token>

namespace hl {

struct RenderWish {
    std::filesystem::path out;
    double fromS = 0, toS = -1; ///< guide time; negative: to the end
    int jobs = 0;               ///< encoder threads, 0 for all cores
    int crf = 21;
    std::string preset = "veryfast";
    VideoCodec codec = VideoCodec::H264;
    int height = 0;                          ///< px: 720, 1080, 1440; 0: as the film has it, at most 1080
    std::shared_ptr<const Sound> sound = {}; ///< all of the guide's, for several films of it; null: it is mixed
    std::string cover;                       ///< a JPEG file's bytes; empty: it is made of the guide
    bool tall = false;                       ///< for a telephone held upright, with the words in the picture
    bool fromPieces = true;  ///< whole sections are put together of pieces that are kept in the guide's cache
    bool onlyPieces = false; ///< those that begin between the times, if any, are made, and no film of them
};

struct RenderReport {
    std::filesystem::path file;
    long frames = 0;
    double seconds = 0, wallS = 0;
    long rendered = 0;      ///< of the frames, made in this run; the others were there
    std::size_t pieces = 0; ///< the film was put together of; 0: it was rendered in one
};

/// Decode, retime, paint, encode. Captions are written beside the video as WebVTT and SubRip; whole sections have them
/// inside too. A render of whole sections that was stopped goes on from its finished pieces.
/// Errors: movie.*, media.*, render.empty, job.cancelled.
Result<RenderReport> render(const Guide& guide, const Session& session, const Cut& cut, const RenderWish& wish,
                            const Progress& progress);

/// The size a guide of this footage is rendered in: 16:9, at most 1920x1080 unless another height is wished for.
struct OutputSize {
    int width = 1280, height = 720;
};
OutputSize outputSize(const VideoInfo& video, int height = 0);

/// Where the words beside the marks stand throughout a guide; none once it is stopped.
LabelPlan labelsFor(const Guide& guide, const Session& session, const Cut& cut, std::stop_token stop = {});

} // namespace hl
