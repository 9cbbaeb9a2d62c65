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
    c.startM = g.startM, c.turnInM = g.turnInM, c.apexM = g.apexM, c.endM = g.endM;
    return c;
}

} // namespace

std::vector<CornerFacts> factsFor(const Guide& guide, const LapTrace& trace) {
    std::vector<CornerFacts> facts;
    for (const auto& c : guide.corners) facts.push_back(measure(trace, measuredSpan(c)));
    return facts;
}

Result<Material> gather(const std::filesystem::path& folder, const Guide& guide) {
    Material m;
    m.folder = std::filesystem::absolute(folder);
    m.logFile = resolved(m.folder, guide.sources.log);
    auto log = readLog(m.logFile, guide.sources.columns);
    if (!log) return log.error();
    m.log = std::move(*log);
    if (!guide.sources.trackFile.empty()) {
        auto track = readTrack(resolved(m.folder, guide.sources.trackFile));
        if (!track) return track.error();
        m.track = std::move(*track);
        moveToPlane(m.log, *m.track);
    }
    const Track* track = m.track ? &*m.track : nullptr;
    auto laps = findLaps(m.log, track);
    if (!laps) return laps.error();
    m.laps = std::move(*laps);
    const auto lap = numbered(m.laps, guide.sources.lap);
    if (!lap) return lap.error();
    auto trace = traceOf(m.log, m.laps, *lap, track);
    if (!trace) return trace.error();
    m.trace = std::move(*trace);
    m.road = m.track ? m.track : roadFromTrace(m.trace);
    m.facts = factsFor(guide, m.trace);
    m.video = resolved(m.folder, guide.sources.video);
    const auto video = VideoReader::open(m.video, 1);
    if (!video) return video.error();
    m.videoInfo = video->info();
    return m;
}

RoadClock clockOf(const Guide& guide, const Material& m) { return roadClock(m.trace, guide.sources.tie, m.videoInfo.length); }

Cut planCut(const Guide& guide, const Material& m, Narrator& narrator) {
    return planBeatByBeat(guide, clockOf(guide, m), [&](const std::string& text) { return narrator.duration(text); }, {});
}

} // namespace hl
