// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/film_log.h"

#include "core/units/numbers.h"
#include "media/metadata_track.h"
#include "media/picture_motion.h"
#include "store/log_file.h"

namespace hl {

Result<FilmLog> readFilmLog(const std::filesystem::path& film, const Progress& progress) {
    const auto at = [&](Error e) {
        if (e.where.empty()) e.where = film.string();
        return e;
    };
    const auto payloads = readMetadata(film, [&](double share) {
        progress.report(0.3 * share, "reading the film's own log");
        return !progress.cancelled();
    });
    if (!payloads) return payloads.error();
    const auto streams = sensorStreams(*payloads);
    auto log = filmLog(streams);
    if (!log) return at(log.error());
    if (!log->delay.from.empty()) return log;
    const auto seen = readMotion(film, [&](double share) {
        progress.report(0.3 + 0.7 * share, "watching how the picture turns");
        return !progress.cancelled();
    });
    if (!seen) return seen.error().id == "job.cancelled" ? Result<FilmLog>(seen.error()) : log;
    auto better = filmLog(streams, *seen);
    return better ? better : log;
}

Result<CarLog> readAnyLog(const std::filesystem::path& path, const std::vector<ColumnChoice>& columns,
                          const std::function<bool(double)>& goOn) {
    if (!looksLikeFilm(path)) return readLog(path, columns, goOn);
    std::stop_source stop;
    Progress progress;
    progress.stop = stop.get_token();
    progress.report = [&](double share, const std::string&) {
        if (!goOn(share)) stop.request_stop();
    };
    auto film = readFilmLog(path, progress);
    if (!film) return film.error();
    return std::move(film->log);
}

ClockTie ownTie(const Delay& delay) {
    ClockTie tie;
    tie.method = "film";
    tie.uncertaintyMs = 1000 * delay.uncertaintyS;
    tie.confidence = delay.from.empty() ? 0.9 * kSureEnough : 1;
    tie.places = {{0, 1}};
    return tie;
}

} // namespace hl
