// SPDX-License-Identifier: GPL-3.0-or-later
// Chapters of a film that is written. Inside media only.
#pragma once
#include "media/ffmpeg_parts.h"
#include "media/movie_writer.h"

namespace hl {

/// MP4 players know chapters from the container's own list.
inline void addChapters(AVFormatContext& output, const std::vector<Chapter>& chapters) {
    if (chapters.empty()) return;
    const auto n = chapters.size();
    output.chapters = static_cast<AVChapter**>(av_calloc(n, sizeof(AVChapter*)));
    for (std::size_t i = 0; i < n; ++i) {
        auto* c = static_cast<AVChapter*>(av_mallocz(sizeof(AVChapter)));
        c->id = static_cast<std::int64_t>(i);
        c->time_base = {1, 1000};
        c->start = static_cast<std::int64_t>(chapters[i].startS * 1000);
        c->end = static_cast<std::int64_t>(chapters[i].endS * 1000);
        av_dict_set(&c->metadata, "title", chapters[i].title.c_str(), 0);
        output.chapters[i] = c;
        output.nb_chapters = static_cast<unsigned>(i + 1);
    }
}

} // namespace hl
