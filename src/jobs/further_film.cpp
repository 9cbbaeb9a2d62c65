// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/further_film.h"

#include "core/guide/scene_edits.h"
#include "jobs/bring_in.h"
#include "jobs/still_picture.h"
#include "store/files.h"

namespace hl {
namespace fs = std::filesystem;
namespace {

/// As the guide names it: relative where it lies in the guide's folder.
std::string namedFrom(const fs::path& folder, const fs::path& file) {
    const auto whole = fs::absolute(file).lexically_normal();
    const auto relative = whole.lexically_relative(folder);
    return !relative.empty() && *relative.begin() != ".." ? relative.string() : whole.string();
}

/// A picture comes into the guide's folder: what a guide names elsewhere is never shown.
Result<std::string> keptPicture(const fs::path& folder, const fs::path& file) {
    if (inside(folder, file.string())) return namedFrom(fs::weakly_canonical(folder), fs::weakly_canonical(file));
    const auto bytes = readFile(file);
    if (!bytes) return bytes.error();
    std::error_code ec;
    const auto stem = file.stem().string(), suffix = file.extension().string();
    auto name = "pictures/" + stem + suffix;
    for (int n = 2; fs::exists(folder / name, ec); ++n) name = "pictures/" + stem + "-" + std::to_string(n) + suffix;
    if (auto made = makeFolder(folder / "pictures"); !made) return made.error();
    if (auto done = writeFile(folder / name, *bytes); !done) return done.error();
    return name;
}

Result<ClockTie> tieOf(const Session& s, const FurtherFilm& wish, const Progress& progress) {
    if (wish.pairs.size() >= 2) {
        std::vector<HandPair> pairs;
        for (const auto& p : wish.pairs) pairs.push_back({p.footage, timeAt(s.trace, p.atM)});
        return syncByHand(pairs);
    }
    if (wish.role == FilmRole::Foot) return ClockTie{}; // nobody drives in it: places are all it has
    auto tie = lineUp(wish.file, *s.log, SyncBy::Either, progress);
    if (!tie) return tie.error();
    const auto film = VideoReader::open(wish.file, 1);
    return film ? withLaps(std::move(*tie), s.laps, film->info().length) : std::move(*tie);
}

} // namespace

Result<Guide> withFurtherFilm(const Guide& guide, const Session& s, const FurtherFilm& wish, const Progress& progress) {
    const auto video = VideoReader::open(wish.file, 1);
    if (!video) return video.error();
    if (wish.role == FilmRole::Foot && wish.pairs.empty())
        return Error{"film.no-place", "a film on foot shows no lap that could be found in the log", wish.file.string(),
                     "a moment of it with its place, FILM_SECONDS:METRES"};
    for (const auto& p : wish.pairs)
        if (seconds(p.footage) < 0 || seconds(p.footage) > video->info().length.count())
            return Error{"film.no-place",
                         "there is no moment at " + std::to_string(std::lround(seconds(p.footage))) + " s in the film",
                         wish.file.string(),
                         "0 to " + std::to_string(std::lround(video->info().length.count())) + " s"};
    auto tie = tieOf(s, wish, progress);
    if (!tie) return tie.error();
    Film film;
    film.role = wish.role, film.file = namedFrom(s.folder, wish.file), film.tie = std::move(*tie),
    film.pairs = wish.pairs;
    progress.report(1, "tied");
    return withFilm(guide, std::move(film));
}

Result<Guide> withFurtherStill(const Guide& guide, const Session& s, const fs::path& file, double atM,
                               std::string caption) {
    std::error_code ec;
    if (!fs::exists(file, ec)) return Error{"file.missing", "is not there", file.string(), "a picture"};
    if (QImageReader picture(QString::fromStdString(file.string())); !canBeShown(picture))
        return Error{"still.no-picture", "is no picture that can be read", file.string(), "PNG or JPEG"};
    if (!(atM >= -s.trace.lengthM && atM <= s.trace.lengthM))
        return Error{"still.off-lap", "the lap has no place at " + std::to_string(std::lround(atM)) + " m",
                     file.string(), "0 to " + std::to_string(std::lround(s.trace.lengthM)) + " m"};
    const auto kept = keptPicture(s.folder, file);
    if (!kept) return kept.error();
    return withStill(guide, {{}, *kept, atM, std::move(caption)});
}

} // namespace hl
