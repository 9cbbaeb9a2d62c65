// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/log_input.h"
#include "jobs/bring_in.h"
#include "jobs/guide_sound.h"
#include "jobs/render.h"
#include "media/movie_writer.h"
#include "media/sound.h"
#include "report.h"
#include "standins/write_drive.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "store/log_file.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdlib>
#include <random>
#include <stdexcept>

namespace hl::bench {
namespace fs = std::filesystem;
namespace {

template <class F> double wallS(F work) {
    const auto start = std::chrono::steady_clock::now();
    work();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
}

template <class T> T must(Result<T> r) {
    if (!r) throw std::runtime_error(sentence(r.error()));
    return std::move(*r);
}

struct Opened {
    Guide guide;
    Session session;
    Speeches speeches;
};

Opened open(const fs::path& demo) {
    const auto folder = demo / "saltmarrow-guide";
    auto guide = must(readGuide(folder));
    auto session = must(bringUp(folder, guide));
    const auto voice = must(scratchVoice());
    auto speeches = speechesOf(guide, voice.get());
    return {std::move(guide), std::move(session), std::move(speeches)};
}

} // namespace

/// The demo's log again and again on one clock, so that it is as long as a day's driving.
std::string longLog(const std::string& text, std::size_t bytes) {
    const auto head = text.find('\n') + 1;
    std::string out = text.substr(0, head);
    double begin = 0;
    while (out.size() < bytes) {
        double t = 0;
        for (std::size_t at = head; at < text.size();) {
            const auto comma = text.find(',', at), end = text.find('\n', at);
            t = begin + std::stod(text.substr(at, comma - at));
            char time[32];
            std::snprintf(time, sizeof time, "%.3f", t);
            out.append(time).append(text, comma, end + 1 - comma);
            at = end + 1;
        }
        begin = t + 0.01;
    }
    return out;
}

Report speedOfImport(const fs::path& demo) {
    const auto text = longLog(must(readFile(demo / "saltmarrow-log.csv")), 120'000'000);
    const auto file = fs::temp_directory_path() / "lantern-bench-log.csv";
    must(writeFile(file, text));
    std::vector<double> times;
    for (int i = 0; i < 9; ++i) times.push_back(wallS([&] { must(readLog(file)); }));
    Report r = {
        {"MB of CSV a second", static_cast<double>(text.size()) / 1e6 / spreadOf(times).median, "MB/s", 200, false}};
    // The same file by a general data-frame library's C reader, in the same run.
    const auto answer = (fs::temp_directory_path() / "lantern-pandas.txt").string();
    const std::string script = "import pandas,time\nb=99\nfor i in range(5):\n t=time.time();pandas.read_csv('" +
                               file.string() + "');b=min(b,time.time()-t)\nopen('" + answer + "','w').write(str(b))";
    if (std::system(("/usr/bin/python3 -c \"" + script + "\" >/dev/null 2>&1").c_str()) == 0)
        if (const auto s = readFile(answer))
            r.push_back({"as many times as fast as pandas' C reader",
                         std::stod(*s) / *std::min_element(times.begin(), times.end()), "x", 6, false});
    std::error_code ec;
    fs::remove(file, ec);
    return r;
}

/// Seconds the command needs, or a negative number when it is not there.
double secondsOf(const std::string& command) {
    int code = 0;
    const double s = wallS([&] { code = std::system((command + " >/dev/null 2>&1").c_str()); });
    return code == 0 ? s : -1;
}

Report speedOfSync(const fs::path& demo) {
    const auto film = demo / "saltmarrow-lap.mp4";
    const auto log = must(readLog(demo / "saltmarrow-log.csv"));
    const double sound = wallS([&] { must(lineUp(film, log, SyncBy::Sound, {})); }),
                 motion = wallS([&] { must(lineUp(film, log, SyncBy::Motion, {})); });
    const double bare = wallS([&] {
        auto reader = must(VideoReader::open(film));
        while (reader.next()) {}
    });
    Report r = {{"by sound, a film of 99 s", sound, "s", 3},
                {"by motion, against our own bare decode of the film", motion / bare, "", 1.2}};
    if (const double command = secondsOf("ffmpeg -v error -i '" + film.string() + "' -an -f null -"); command > 0)
        r.push_back({"by motion, against the bare ffmpeg command's decode", motion / command, "", 1.2});
    return r;
}

Report speedOfAnalysis(const fs::path& demo) {
    auto log = must(readLog(demo / "saltmarrow-log.csv"));
    const auto track = must(readTrack(demo / "saltmarrow-ring.geojson"));
    moveToPlane(log, track);
    std::vector<double> times;
    for (int i = 0; i < 7; ++i)
        times.push_back(1000 * wallS([&] {
                            const auto laps = must(findLaps(log, &track));
                            const auto trace = must(traceOf(log, laps, must(fastest(laps)), &track));
                            const auto corners = must(findCorners(trace, &track));
                            measureAll(trace, corners, &track);
                        }));
    // An afternoon: sixty laps at 100 Hz.
    auto circuit = standin::saltmarrowRing();
    auto afternoon =
        must(importText(standin::csvLog(circuit, standin::drive(circuit, {}, {}, 60, 3), {}), "afternoon"));
    moveToPlane(afternoon, track);
    const double sixty = wallS([&] {
        const auto laps = must(findLaps(afternoon, &track));
        const auto corners = must(findCorners(must(traceOf(afternoon, laps, must(fastest(laps)), &track)), &track));
        for (const auto& lap : laps.laps)
            if (lap.complete) measureAll(must(traceOf(afternoon, laps, lap, &track)), corners, &track);
    });
    return {{"one lap: laps, corners and all facts", spreadOf(times).median, "ms", 50},
            {"sixty laps at 100 Hz, all facts", sixty, "s", 2}};
}

Report speedOfPlan(const fs::path& demo) {
    auto o = open(demo);
    auto cut = planCut(o.guide, o.session, o.speeches);
    std::vector<double> times;
    for (int i = 0; i < 15; ++i) times.push_back(1000 * wallS([&] { cut = planCut(o.guide, o.session, o.speeches); }));
    return {{"plan again after an edit", spreadOf(times).median, "ms", 10},
            {"length against the bound", cut.lengthS / cut.boundS, "", 1.10}};
}

Report speedOfSeeking(const fs::path& demo) {
    auto reader = must(VideoReader::open(demo / "saltmarrow-lap.mp4"));
    const double length = reader.info().length.count();
    std::mt19937 rng(3);
    std::uniform_real_distribution<double> anywhere(0, length - 0.1);
    std::vector<double> far, next;
    for (int i = 0; i < 40; ++i) {
        const double t = anywhere(rng);
        far.push_back(1000 * wallS([&] { reader.frameAt(at<FootageTime>(t)); }));
        for (int k = 1; k <= 3; ++k)
            next.push_back(1000 * wallS([&] { reader.frameAt(at<FootageTime>(t + k * 0.02)); }));
    }
    return {{"any frame of the 720p film: median", spreadOf(far).median, "ms", 150},
            {"the next frame: median", spreadOf(next).median, "ms", 25}};
}

namespace {

/// A film again: its very frames and its sound, decoded and encoded with the same settings, nothing painted.
void transcode(const fs::path& film, const fs::path& out, const Guide& guide, const RenderWish& wish) {
    auto reader = must(VideoReader::open(film));
    const auto sound = must(readSound(film, kGuideSoundRate));
    MovieOptions options;
    options.width = reader.info().width, options.height = reader.info().height, options.frameRate = guide.frameRate;
    options.crf = wish.crf, options.preset = wish.preset, options.keyEvery = guide.frameRate * 4;
    options.soundRate = sound.rate;
    auto writer = must(MovieWriter::open(out, options));
    const auto each = static_cast<std::size_t>(sound.rate / guide.frameRate);
    for (std::size_t from = 0; auto frame = reader.next(); from += each) {
        must(writer.picture(std::make_shared<const YuvFrame>(std::move(*frame))));
        const auto begin = std::min(from, sound.samples.size());
        must(writer.sound({sound.samples.data() + begin, std::min(each, sound.samples.size() - begin)}));
    }
    must(writer.finish());
}

/// Of a part of the guide: pictures a second, and how long a bare transcode takes for the same pictures against it.
/// One after the other, again and again, for a machine is not as fast at every moment.
std::pair<double, double> renderedPart(Opened& o, const Cut& cut, double from, double to, int rounds) {
    const auto folder = fs::temp_directory_path() / "lantern-bench";
    fs::create_directories(folder);
    RenderWish wish;
    wish.out = folder / "piece.mp4", wish.fromS = from, wish.toS = to;
    double frames = 0, ours = 0, bare = 0;
    for (int k = 0; k < rounds; ++k) {
        ours += wallS([&] { frames += static_cast<double>(must(render(o.guide, o.session, cut, wish, {})).frames); });
        bare += wallS([&] { transcode(wish.out, folder / "bare.mp4", o.guide, wish); });
    }
    fs::remove_all(folder);
    return {frames / ours, bare / ours};
}

} // namespace

Report speedOfRender(const fs::path& demo) {
    auto o = open(demo);
    const auto cut = planCut(o.guide, o.session, o.speeches);
    auto lap = o.guide;
    lap.outline = {{false, {SectionKind::Lap}}};
    const auto [quick, bareOverQuick] = renderedPart(o, planCut(lap, o.session, o.speeches), 0, 60, 3);
    const auto [slowed, bareOverSlowed] = renderedPart(o, cut, 30, 150, 2);
    return {{"frames a second at full speed", quick, "1/s", 40, false},
            {"bare transcode of the same frames and sound, over ours", bareOverQuick, "", 0.9, false},
            {"frames a second where half of them are made", slowed, "1/s", 20, false},
            {"bare transcode over ours, where half of them are made", bareOverSlowed, "", 0.9, false}};
}

} // namespace hl::bench
