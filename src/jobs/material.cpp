// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/material.h"

#include "store/log_file.h"

namespace hl {
namespace {

std::filesystem::path resolved(const std::filesystem::path& folder, const std::string& source) {
    const std::filesystem::path p(source);
    return p.is_absolute() ? p : (folder / p).lexically_normal();
}

Corner measuredSpan(const GuideCorner& g) {
    Corner c;
    c.number = g.number, c.name = g.name, c.side = g.side, c.kind = g.kind;
    c.complex = g.complex, c.complexKind = g.complexKind, c.flat = g.flat, c.angleRad = g.angleRad,
    c.minRadiusM = g.minRadiusM;
    c.startM = g.startM, c.turnInM = g.turnInM, c.apexM = g.apexM, c.endM = g.endM;
    return c;
}

std::vector<Corner> spansOf(const Guide& guide) {
    std::vector<Corner> spans;
    for (const auto& c : guide.corners) spans.push_back(measuredSpan(c));
    return spans;
}

} // namespace

Material measuredAgain(Material m, const Guide& guide) {
    m.corners = spansOf(guide);
    const Track* track = m.track ? &*m.track : nullptr;
    m.facts = measureAll(m.trace, m.corners, track);
    m.study = studied(m.trace, m.corners, m.facts, *m.goodLaps, track);
    return m;
}

bool isMeasured(const Material& m, const Guide& guide) {
    return std::equal(m.corners.begin(), m.corners.end(), guide.corners.begin(), guide.corners.end(),
                      [](const Corner& a, const GuideCorner& b) {
                          return a.number == b.number && a.startM == b.startM && a.turnInM == b.turnInM &&
                                 a.apexM == b.apexM && a.endM == b.endM && a.side == b.side;
                      });
}

Result<Material> gather(const std::filesystem::path& folder, const Guide& guide) {
    Material m;
    m.folder = std::filesystem::absolute(folder);
    m.logFile = resolved(m.folder, guide.sources.log);
    auto read = readLog(m.logFile, guide.sources.columns);
    if (!read) return read.error();
    auto& log = *read;
    if (!guide.sources.trackFile.empty()) {
        auto track = readTrack(resolved(m.folder, guide.sources.trackFile));
        if (!track) return track.error();
        m.track = std::move(*track);
        moveToPlane(log, *m.track);
    }
    const Track* track = m.track ? &*m.track : nullptr;
    auto laps = findLaps(log, track);
    if (!laps) return laps.error();
    m.laps = std::move(*laps);
    const auto lap = numbered(m.laps, guide.sources.lap);
    if (!lap) return lap.error();
    auto trace = traceOf(log, m.laps, *lap, track);
    if (!trace) return trace.error();
    m.trace = std::move(*trace);
    m.road = m.track ? m.track : roadFromTrace(m.trace);
    constexpr std::size_t kMostLaps = 20;
    m.goodLaps =
        std::make_shared<const std::vector<LapTrace>>(goodLaps(log, m.laps, track, m.trace.lengthM, kMostLaps));
    m.log = std::make_shared<const CarLog>(std::move(log));
    m.video = resolved(m.folder, guide.sources.video);
    const auto video = VideoReader::open(m.video, 1);
    if (!video) return video.error();
    m.videoInfo = video->info();
    return measuredAgain(std::move(m), guide);
}

RoadClock clockOf(const Guide& guide, const Material& m) {
    return roadClock(m.trace, guide.sources.tie, m.videoInfo.length);
}

Cut planCut(const Guide& guide, const Material& m, Narrator& narrator) {
    return planBeatByBeat(guide, clockOf(guide, m), [&](const std::string& text) { return narrator.duration(text); },
                          {});
}

} // namespace hl
