// SPDX-License-Identifier: GPL-3.0-or-later
// A film put together of pieces that are coded already, with its sound, its captions and its chapters.
#pragma once
#include "media/movie_writer.h"

namespace hl {

/// Pictures coded by MovieWriter with one set of options, without sound; each begins with a key frame.
struct CodedPiece {
    std::filesystem::path file;
    long firstFrame = 0; ///< of the whole film
};

struct InsideCaption {
    double startS = 0, endS = 0;
    std::string text; ///< lines parted by a line feed
};

struct AssembledMovie {
    std::vector<CodedPiece> pieces; ///< in order, without gaps
    int frameRate = 25;
    int soundRate = 48000;
    std::span<const float> sound = {};        ///< mono; empty: a silent film
    std::vector<InsideCaption> captions = {}; ///< in order; none: no such track
    std::vector<Chapter> chapters = {};
    std::string title = {}, comment = {};
    std::string_view cover = {}; ///< a JPEG file's bytes; empty: none
};

/// No picture is coded again. Appears complete or not at all. Errors: media.*, movie.unwritable,
/// render.empty.
Status assemble(const AssembledMovie& movie, const std::filesystem::path& to);

} // namespace hl
