// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/frame_source.h"

#include <algorithm>

namespace hl {
namespace {

constexpr QSize kPreview(1280, 720), kMadeAtOnce(854, 480);
constexpr std::size_t kKept = 72;    // frames of up to 3.7 MB
constexpr std::size_t kBackRun = 24; // frames decoded before one that is stepped back to: the next steps back find them
constexpr int kRestMs = 110;         // a hand that has not moved for so long rests
constexpr double kShort = 1.5;       // s by which sound may be longer than the picture
constexpr std::size_t kAtOnce = 12;  // so many frames on, decoding is as quick as the proxy

std::size_t apart(std::size_t a, std::size_t b) { return a > b ? a - b : b - a; }

} // namespace

const QImage* FrameCache::find(std::size_t frame) const {
    const auto it = frames_.find(frame);
    return it == frames_.end() ? nullptr : &it->second;
}

void FrameCache::keep(std::size_t frame, QImage picture, std::size_t playhead) {
    frames_.insert_or_assign(frame, std::move(picture));
    while (frames_.size() > room_) { // the furthest is at one of the ends
        const auto first = frames_.begin(), last = std::prev(frames_.end());
        frames_.erase(apart(first->first, playhead) > apart(last->first, playhead) ? first : last);
    }
}

FrameSource::FrameSource() : cache_(kKept), rest_(new QTimer(this)) {
    rest_->setSingleShot(true);
    rest_->setInterval(kRestMs);
    connect(rest_, &QTimer::timeout, this, [this] { serveFull(frameAt(wish_)); });
}

void FrameSource::openFile(const QString& path) {
    cache_.clear();
    proxy_.reset();
    made_ = {};
    times_.clear();
    auto reader = VideoReader::open(path.toStdString());
    if (!reader) {
        reader_.reset();
        emit cannotOpen(QString::fromStdString(sentence(reader.error())));
        return;
    }
    reader_.emplace(std::move(*reader));
    times_ = reader_->frameTimes();
    const double length = reader_->info().length.count();
    if (!times_.empty() && times_.back() < length - kShort) emit endsEarly(times_.back(), length);
}

void FrameSource::openProxy(const QString& path) {
    if (auto proxy = VideoReader::open(path.toStdString(), 1)) proxy_.emplace(std::move(*proxy));
}

void FrameSource::want(double footageS, bool playing, bool between) {
    wish_ = footageS;
    playing_ = playing;
    between_ = between;
    if (!queued_.exchange(true)) QMetaObject::invokeMethod(this, "serve", Qt::QueuedConnection);
}

std::size_t FrameSource::frameAt(double footageS) const {
    const auto next = std::upper_bound(times_.begin(), times_.end(), footageS + 1e-4);
    return next == times_.begin() ? 0 : static_cast<std::size_t>(next - times_.begin()) - 1;
}

QImage FrameSource::pictureOf(const YuvFrame& f) const {
    const auto size = fittedInto(kPreview, f);
    const auto pixels = toBgra(f, size.width(), size.height());
    return QImage(pixels.data(), size.width(), size.height(), size.width() * 4, QImage::Format_RGB32).copy();
}

void FrameSource::serve() {
    queued_ = false;
    if (!reader_ || times_.empty()) return;
    const auto frame = frameAt(wish_);
    if (between_ && serveBetween(wish_)) {
        last_ = frame, decoded_ = frame + 1;
        rest_->stop();
        return;
    }
    if (const auto* kept = cache_.find(frame)) {
        last_ = frame;
        rest_->stop();
        emit ready(*kept, times_[frame]);
        return;
    }
    const bool atOnce = frame >= decoded_ && frame - decoded_ <= kAtOnce;
    if (!atOnce && !playing_ && serveProxy(frame)) {
        last_ = frame;
        rest_->start();
        return;
    }
    serveFull(frame);
}

bool FrameSource::serveProxy(std::size_t frame) {
    if (!proxy_) return false;
    const auto f = proxy_->frameAt(at<FootageTime>(proxyTime(frame)));
    if (!f) return false;
    emit ready(pictureOf(*f), times_[frame]);
    return true;
}

/// A moment between two pictures; false where one of them is missing.
bool FrameSource::serveBetween(double footageS) {
    const auto picture = made_.at(*reader_, times_, footageS, playing_ ? kMadeAtOnce : kPreview);
    if (!picture) return false;
    emit ready(pictureOf(*picture), footageS);
    return true;
}

void FrameSource::serveFull(std::size_t frame) {
    rest_->stop();
    if (times_.empty() || frame >= times_.size()) return;
    const auto* kept = cache_.find(frame);
    if (!kept) {
        const bool back = frame < decoded_ && decoded_ - frame <= 2;
        decodeRun(back ? frame - std::min(frame, kBackRun) : frame, frame, frame);
        kept = cache_.find(frame);
    }
    last_ = frame;
    decoded_ = frame;
    if (kept) emit ready(*kept, times_[frame]);
}

/// Decodes frames first..last in order and keeps them. Frames are asked for a hair after their time: the one on screen
/// then.
void FrameSource::decodeRun(std::size_t first, std::size_t last, std::size_t wanted) {
    for (auto i = first; i <= last; ++i) {
        if (cache_.find(i)) continue;
        if (const auto f = reader_->frameAt(at<FootageTime>(times_[i]))) cache_.keep(i, pictureOf(*f), wanted);
    }
}

} // namespace hl
