// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/publish.h"

#include "core/words/captions.h"
#include "media/movie_writer.h"
#include "publish/page.h"
#include "store/files.h"

#include <QBuffer>
#include <QDir>
#include <QFile>
#include <QImage>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

/// A still of each corner for the page and for paper: the picture in the middle of its walk-through.
Status writeStill(VideoReader& reader, double atS, const fs::path& to) {
    const auto frame = reader.frameAt(at<FootageTime>(atS));
    if (!frame) return Error{"media.no-frames", "no picture at " + std::to_string(atS) + " s", to.string()};
    const auto pixels = toBgra(*frame, 640, 360);
    const QImage image(pixels.data(), 640, 360, 640 * 4, QImage::Format_RGB32);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "JPG", 82);
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
        const auto bytes = f.readAll();
        if (auto s =
                writeFile(folder / name.toStdString(), {bytes.constData(), static_cast<std::size_t>(bytes.size())});
            !s)
            return s;
    }
    return Done{};
}

Status fillEdition(const fs::path& dir, const Guide& guide, const Session& m, const Cut& cut, const RenderWish& how,
                   const Progress& progress) {
    if (auto s = makeFolder(dir / "clips"); !s) return s;
    RenderWish wish = how;
    wish.out = dir / "guide.mp4", wish.fromS = 0, wish.toS = -1;
    const auto film = render(guide, m, cut, wish, progress.part(0, 0.94));
    if (!film) return film.error();
    auto reader = VideoReader::open(wish.out, 1);
    if (!reader) return reader.error();
    for (const auto& c : chaptersOf(guide, cut)) {
        const auto* corner = cornerWith(guide, c.corner);
        if (!corner) continue;
        if (progress.cancelled()) return cancelledError();
        progress.report(0.95, "cutting clips");
        if (auto s = copyClip(wish.out, dir / clipName(*corner), c.startS, c.endS); !s) return s;
        if (auto s = writeStill(*reader, c.startS + 0.3 * (c.endS - c.startS), dir / stillName(*corner)); !s) return s;
    }
    const auto page = makePage(guide, cut, m.measured, m.trace, m.roadOrNull());
    if (auto s = writeFonts(dir / "fonts"); !s) return s;
    for (const auto& [name, bytes] : {std::pair("page.css", &page.css), std::pair("page.js", &page.script),
                                      std::pair("facts.json", &page.factsJson), std::pair("index.html", &page.html)})
        if (auto s = writeFile(dir / name, *bytes); !s) return s;
    return Done{};
}

/// Only an empty folder or an earlier edition may be replaced.
bool replaceable(const fs::path& out) {
    std::error_code ec;
    if (!fs::exists(out, ec)) return true;
    if (!fs::is_directory(out, ec)) return false;
    return fs::is_empty(out, ec) || (fs::exists(out / "index.html", ec) && fs::exists(out / "guide.mp4", ec));
}

} // namespace

Result<PublishReport> publishGuide(const Guide& guide, const Session& m, const Cut& cut, const fs::path& out,
                                   const RenderWish& how, const Progress& progress) {
    const auto target = fs::absolute(out).lexically_normal();
    const auto clean = target.filename().empty() ? target.parent_path() : target;
    if (!replaceable(clean))
        return Error{"publish.not-ours", "holds something that is not an edition of a guide", clean.string(),
                     "a new or empty folder, or one published before"};
    if (auto s = makeFolder(clean.parent_path()); !s) return s.error();
    const auto mark = "." + clean.filename().string() + "." + std::to_string(::getpid());
    const auto scratch = clean.parent_path() / (mark + ".part"), old = clean.parent_path() / (mark + ".old");
    // A bound that has just moved: what is published was measured between the bounds that are published.
    const auto& session = isMeasured(m, guide) ? m : measuredAgain(m, guide);
    auto done = fillEdition(scratch, guide, session, cut, how, progress);
    std::error_code ec;
    if (done) {
        const bool had = fs::exists(clean, ec);
        if (had) fs::rename(clean, old, ec);
        if (!ec) fs::rename(scratch, clean, ec);
        if (ec) {
            done = Error{"file.unwritable", "the edition cannot be put in place (" + ec.message() + ")", clean.string(),
                         "a folder that may be written to"};
            std::error_code back;
            if (had && !fs::exists(clean, back)) fs::rename(old, clean, back);
        }
        fs::remove_all(old, ec);
    }
    if (!done) {
        fs::remove_all(scratch, ec);
        return done.error();
    }
    PublishReport report;
    for (const auto& entry : fs::recursive_directory_iterator(clean))
        if (entry.is_regular_file()) report.files.push_back(entry.path().lexically_relative(clean));
    std::sort(report.files.begin(), report.files.end());
    progress.report(1, "published");
    return report;
}

} // namespace hl
