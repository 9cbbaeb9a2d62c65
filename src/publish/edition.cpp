// SPDX-License-Identifier: GPL-3.0-or-later
#include "publish/edition.h"

#include "core/words/captions.h"
#include "media/movie_writer.h"
#include "publish/still.h"
#include "store/files.h"

#include <algorithm>
#include <QDir>
#include <QFile>

namespace hl {
namespace fs = std::filesystem;
namespace {

constexpr int kStillWidth = 640, kStillHeight = 360;

Status writeBytes(const fs::path& to, const QByteArray& bytes) {
    return writeFile(to, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

Status writeFonts(const fs::path& folder) {
    if (auto s = makeFolder(folder); !s) return s;
    const QDir shipped(QStringLiteral(":/fonts"));
    for (const auto& name :
         shipped.entryList({QStringLiteral("*next-latin-400-normal*"), QStringLiteral("*next-latin-700-normal*")})) {
        QFile f(shipped.filePath(name));
        if (!f.open(QIODevice::ReadOnly))
            return Error{"publish.fonts", "a shipped font cannot be read", name.toStdString()};
        if (auto s = writeBytes(folder / name.toStdString(), f.readAll()); !s) return s;
    }
    return Done{};
}

Status writePieces(const fs::path& folder, const EditionSource& e, const std::function<bool(const char*)>& goOn) {
    auto reader = VideoReader::open(e.film, 1);
    if (!reader) return reader.error();
    const auto chapters = chaptersOf(e.guide, e.cut);
    for (const auto& each : e.guide.corners) {
        const auto* corner = &each;
        const auto* section = sectionOf(e.cut, corner->id);
        const auto chapter = std::find_if(chapters.begin(), chapters.end(), [&](const GuideChapter& x) {
            return section && x.corner == section->corner;
        });
        if (chapter == chapters.end()) continue;
        const auto& c = *chapter;
        if (!goOn(e.clips.single ? "cutting clips" : "taking stills"))
            return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
        if (e.clips.single)
            if (auto s = copyClip(e.film, folder / clipName(*corner), c.startS, c.endS); !s) return s;
        // For the page and for paper: the picture early in its first section.
        double early = c.startS + 0.3 * (c.endS - c.startS);
        if (section->corner != corner->id) // explained with others: where it is spoken of first
            for (auto w = section->spoken.rbegin(); w != section->spoken.rend(); ++w)
                if (w->corner == corner->id) early = (seconds(w->start) + seconds(w->end)) / 2;
        if (auto s =
                writeStill(*reader, at<FootageTime>(early), kStillWidth, kStillHeight, folder / stillName(*corner));
            !s)
            return s;
    }
    return Done{};
}

/// The pictures of what to look for, beside the stills.
Status copyLookFors(const fs::path& folder, const EditionSource& e) {
    for (const auto& c : e.guide.corners)
        for (const auto& a : c.advice) {
            if (a.picture.empty()) continue;
            const auto file = inside(e.guideFolder, a.picture);
            if (!file) return file.error();
            const auto bytes = readFile(*file);
            if (!bytes) return bytes.error();
            if (auto s = writeFile(folder / lookForName(c, a.topic), *bytes); !s) return s;
        }
    return Done{};
}

} // namespace

Status writeEdition(const fs::path& folder, const EditionSource& e, const std::function<bool(const char*)>& goOn) {
    if (auto s = makeFolder(folder / "clips"); !s) return s;
    if (auto s = writePieces(folder, e, goOn); !s) return s;
    if (auto s = copyLookFors(folder, e); !s) return s;
    if (auto s = writeFonts(folder / "fonts"); !s) return s;
    const auto page = makePage(e.guide, e.cut, e.measured, e.trace, e.road, e.clips);
    for (const auto& [name, bytes] :
         {std::pair("page.css", &page.css), std::pair("page.js", &page.script), std::pair("index.html", &page.html)})
        if (auto s = writeFile(folder / name, *bytes); !s) return s;
    if (e.guide.school.advanced) // a basic guide has no data
        if (auto s = writeFile(folder / "facts.json", page.factsJson); !s) return s;
    return Done{};
}

} // namespace hl
