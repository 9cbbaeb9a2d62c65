// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures for a moment of the footage, decoded off the interface's thread; the newest wish wins.
#pragma once
#include "jobs/proxy.h"
#include "studio/playback/made_picture.h"

#include <atomic>
#include <map>
#include <optional>
#include <QImage>
#include <QObject>
#include <QTimer>

namespace hl {

/// Frames around the playhead, by their number in the film; those furthest from the last one asked for go first.
class FrameCache {
  public:
    explicit FrameCache(std::size_t room) : room_(room) {}
    const QImage* find(std::size_t frame) const;
    void keep(std::size_t frame, QImage picture, std::size_t playhead);
    void clear() { frames_.clear(); }
    std::size_t size() const { return frames_.size(); }

  private:
    std::size_t room_;
    std::map<std::size_t, QImage> frames_;
};

/// Lives on its own thread. A wish that is overtaken by a newer one is not decoded. A frame that the film does not give
/// at once is first shown from the small proxy; the full frame follows when the hand rests.
class FrameSource : public QObject {
    Q_OBJECT
  public:
    FrameSource();
    /// From any thread. `between`: where that moment lies between two pictures of the film a new one is made of them,
    /// smaller while it plays.
    void want(double footageS, bool playing = false, bool between = false);
  public slots:
    void openFile(const QString& path);
    void openProxy(const QString& path); ///< made of the open file; see jobs/proxy.h
  signals:
    void ready(const QImage& picture, double footageS);
    void cannotOpen(const QString& sentence);
    void endsEarly(double lastS, double lengthS); ///< the file says that it is longer than its pictures

  private:
    Q_INVOKABLE void serve();
    void serveFull(std::size_t frame);
    bool serveBetween(double footageS);
    bool serveProxy(std::size_t frame);
    void decodeRun(std::size_t first, std::size_t last, std::size_t wanted);
    std::size_t frameAt(double footageS) const;
    QImage pictureOf(const YuvFrame& f) const;

    std::optional<VideoReader> reader_, proxy_;
    MadePicture made_;
    std::vector<double> times_; ///< of the film's frames, s
    FrameCache cache_;
    QTimer* rest_;            ///< ends a drag
    std::size_t last_ = 0;    ///< shown last
    std::size_t decoded_ = 0; ///< where the film's decoder stands
    std::atomic<double> wish_{-1};
    std::atomic<bool> playing_{false}, between_{false};
    std::atomic<bool> queued_{false};
};

} // namespace hl
