// SPDX-License-Identifier: GPL-3.0-or-later
// From the pointer to the picture: 1080p50 with a key frame every 250.
#include "media/movie_writer.h"
#include "report.h"
#include "studio/playback/frame_source.h"

#include <chrono>
#include <QCoreApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QThread>
#include <QTimer>
#include <random>
#include <set>
#include <stdexcept>

namespace hl::bench {
namespace fs = std::filesystem;
namespace {

constexpr int kFrames = 700;

/// The demo's own pictures, enlarged: as hard to decode as a real film.
void writeLargeFilm(const fs::path& demo, const fs::path& to) {
    auto reader = VideoReader::open(demo / "saltmarrow-lap.mp4");
    MovieOptions o;
    o.width = 1920, o.height = 1080, o.frameRate = 50, o.keyEvery = 250, o.crf = 23, o.preset = "superfast";
    auto writer = MovieWriter::open(to, o);
    if (!reader || !writer) throw std::runtime_error("the film for scrubbing cannot be made");
    for (int i = 0; i < kFrames; ++i) {
        const auto f = reader->next();
        if (!f || !writer->picture(scaled(*f, 1920, 1080)))
            throw std::runtime_error("the film for scrubbing cannot be made");
    }
    if (!writer->finish()) throw std::runtime_error("the film for scrubbing cannot be made");
}

class Hand {
  public:
    Hand(FrameSource& source, QObject& here) : source_(source) {
        QObject::connect(&source, &FrameSource::ready, &here, [this] { loop_.quit(); });
    }
    /// ms from the wish to the picture on this thread.
    double ask(int frame) {
        const auto start = std::chrono::steady_clock::now();
        source_.want((frame + 0.4) / 50);
        loop_.exec();
        return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start).count();
    }

  private:
    FrameSource& source_;
    QEventLoop loop_;
};

/// The share of a film's frames that arrive while it is played at a pace, with a wish every 20 ms as the studio makes
/// them.
double shownWhilePlaying(FrameSource& source, double fromS, double pace, double forS) {
    QObject here;
    QEventLoop loop;
    std::set<long> shown;
    QObject::connect(&source, &FrameSource::ready, &here,
                     [&](const QImage&, double at) { shown.insert(std::lround(at * 50)); });
    QElapsedTimer clock;
    QTimer tick;
    tick.setTimerType(Qt::PreciseTimer);
    QObject::connect(&tick, &QTimer::timeout, &here, [&] {
        const double now = static_cast<double>(clock.nsecsElapsed()) * 1e-9;
        if (now > forS)
            loop.quit();
        else
            source.want(fromS + now * pace + 0.001, true);
    });
    const auto first = QObject::connect(&source, &FrameSource::ready, &loop, &QEventLoop::quit);
    source.want(fromS, true);
    loop.exec(); // the first frame is a leap, not playing
    QObject::disconnect(first);
    shown.clear();
    clock.start();
    tick.start(20);
    loop.exec();
    return static_cast<double>(shown.size()) / (forS * pace * 50);
}

} // namespace

Report speedOfScrubbing(const fs::path& demo) {
    const auto folder = fs::temp_directory_path() / "lantern-bench";
    fs::create_directories(folder);
    writeLargeFilm(demo, folder / "large.mp4");
    const auto started = std::chrono::steady_clock::now();
    const auto proxy = makeProxy(folder, folder / "large.mp4", {});
    if (!proxy) throw std::runtime_error(sentence(proxy.error()));
    const double making =
        kFrames / 50.0 / std::chrono::duration<double>(std::chrono::steady_clock::now() - started).count();
    QThread thread;
    auto source = std::make_unique<FrameSource>();
    source->moveToThread(&thread);
    thread.start();
    QMetaObject::invokeMethod(source.get(), "openFile", Qt::BlockingQueuedConnection,
                              Q_ARG(QString, QString::fromStdString((folder / "large.mp4").string())));
    QMetaObject::invokeMethod(source.get(), "openProxy", Qt::BlockingQueuedConnection,
                              Q_ARG(QString, QString::fromStdString(proxy->file.string())));
    std::vector<double> drag, forward, back;
    double full = 0, half = 0, quarter = 0;
    {
        QObject here;
        Hand hand(*source, here);
        std::mt19937 rng(2);
        int at = 100;
        hand.ask(at);
        for (int i = 0; i < 150; ++i) { // a hand that goes to and fro
            at = std::clamp(at + std::uniform_int_distribution<int>(-60, 60)(rng), 5, kFrames - 5);
            drag.push_back(hand.ask(at));
        }
        QThread::msleep(400);
        hand.ask(300);
        for (int i = 1; i <= 30; ++i) forward.push_back(hand.ask(300 + i));
        for (int i = 29; i >= 0; --i) back.push_back(hand.ask(300 + i));
    }
    full = shownWhilePlaying(*source, 1, 1, 5), half = shownWhilePlaying(*source, 6, 0.5, 4),
    quarter = shownWhilePlaying(*source, 9, 0.25, 4);
    QMetaObject::invokeMethod(
        source.get(), [&] { source->moveToThread(QCoreApplication::instance()->thread()); },
        Qt::BlockingQueuedConnection);
    thread.quit();
    thread.wait();
    source.reset();
    fs::remove_all(folder);
    const auto d = spreadOf(drag);
    return {{"dragging at 1080p50, pointer to picture: median", d.median, "ms", 40},
            {"dragging: 95 % below", d.p95, "ms", 80},
            {"a step forward: median", spreadOf(forward).median, "ms", 25},
            {"playing 1080p50: share of the frames shown at full speed", full, "", 0.99, false},
            {"at half speed", half, "", 0.99, false},
            {"at a quarter", quarter, "", 0.99, false},
            {"a step back inside what is kept: median", spreadOf(back).median, "ms", 25},
            {"making the proxy, times as fast as the film plays", making, "x", 1, false}};
}

} // namespace hl::bench
