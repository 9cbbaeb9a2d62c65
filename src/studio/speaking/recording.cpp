// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/speaking/recording.h"

#include <algorithm>
#include <cmath>
#include <QDir>
#include <QFileInfo>

namespace hl {
namespace {

constexpr int kBeatMs = 600;

/// RIFF/WAVE, one channel, 16 bit. An open length reads as "to the end of the file".
QByteArray header(int rate, quint32 bytes) {
    QByteArray h;
    const auto four = [&](quint32 v) {
        for (int i = 0; i < 4; ++i) h.append(static_cast<char>(v >> (8 * i) & 0xFF));
    };
    const auto two = [&](quint32 v) {
        for (int i = 0; i < 2; ++i) h.append(static_cast<char>(v >> (8 * i) & 0xFF));
    };
    constexpr quint32 kOpen = 0xFFFFFFFF, kHead = 36;
    h.append("RIFF"), four(bytes == kOpen ? kOpen : bytes + kHead), h.append("WAVEfmt "), four(16), two(1), two(1);
    four(static_cast<quint32>(rate)), four(static_cast<quint32>(rate) * 2), two(2), two(16), h.append("data"),
        four(bytes);
    return h;
}

double decibels(double v) { return v > 1e-5 ? 20 * std::log10(v) : -100; }

} // namespace

Recording::Recording(QObject* parent) : QObject(parent), microphone_(microphoneOfThisMachine()) {
    counting_.setInterval(kBeatMs);
    connect(&counting_, &QTimer::timeout, this, &Recording::count);
}

double Recording::spokenS() const { return static_cast<double>(heard_) / microphone_->rate(); }

void Recording::begin(const QString& file, int clicks) {
    if (state_ != State::Idle) return;
    QDir().mkpath(QFileInfo(file).path());
    file_.setFileName(file);
    if (!file_.open(QIODevice::WriteOnly)) {
        emit failed(tr("%1 cannot be written: %2").arg(file, file_.errorString()));
        emit ended();
        return;
    }
    file_.write(header(microphone_->rate(), 0xFFFFFFFF));
    file_.flush();
    unwritten_.clear();
    heard_ = written_ = 0, full_ = clipped_ = false, peakDb_ = noiseDb_ = -100;
    state_ = State::CountingIn;
    left_ = clicks;
    if (left_ <= 0) return count();
    emit counted(left_);
    counting_.start();
}

void Recording::count() {
    if (--left_ > 0) {
        emit counted(left_);
        return;
    }
    counting_.stop();
    if (!microphone_->start([this](const std::vector<float>& samples) { take(samples); })) {
        throwAway();
        emit failed(tr("There is no microphone that can be opened. A recorded file can be brought in instead."));
        return;
    }
    state_ = State::Speaking;
    emit started();
}

void Recording::take(const std::vector<float>& samples) {
    if (state_ != State::Speaking || samples.empty()) return;
    float peak = 0;
    double sum = 0;
    for (const float s : samples)
        peak = std::max(peak, std::abs(s)), sum += static_cast<double>(s) * static_cast<double>(s);
    constexpr float kFull = 0.998f;
    clipped_ = clipped_ || peak >= kFull;
    peakDb_ = decibels(static_cast<double>(peak));
    const double rms = decibels(std::sqrt(sum / static_cast<double>(samples.size())));
    noiseDb_ = heard_ == 0 ? rms : std::min(noiseDb_, rms);
    heard_ += samples.size();
    const bool was = full_;
    full_ = full_ || !writeDown(samples);
    if (full_) unwritten_.push_back(samples); // it stays in memory and is tried again at the end
    if (full_ && !was) {
        emit failed(tr("The disk takes no more of the recording (%1). Go on speaking: it is kept in memory. Make room "
                       "before you "
                       "end it.")
                        .arg(file_.errorString()));
    }
    emit heard();
}

bool Recording::writeDown(const std::vector<float>& samples) {
    QByteArray bytes(static_cast<qsizetype>(samples.size() * 2), Qt::Uninitialized);
    auto* out = reinterpret_cast<qint16*>(bytes.data());
    for (const float s : samples) *out++ = static_cast<qint16>(std::lround(std::clamp(s, -1.0f, 1.0f) * 32767));
    if (file_.write(bytes) != bytes.size() || !file_.flush()) return false;
    written_ += samples.size();
    return true;
}

void Recording::finish() {
    if (state_ == State::CountingIn) return throwAway();
    if (state_ != State::Speaking) return;
    microphone_->stop();
    if (heard_ == 0) return throwAway();
    const auto name = file_.fileName();
    constexpr qint64 kHeader = 44;
    file_.seek(kHeader + static_cast<qint64>(written_) * 2);
    for (; !unwritten_.empty(); unwritten_.pop_front())
        if (!writeDown(unwritten_.front())) {
            microphone_->start([this](const std::vector<float>& samples) { take(samples); });
            emit failed(tr("The disk is still full. The recording goes on and is kept; make room and end it again."));
            return;
        }
    file_.seek(0);
    file_.write(header(microphone_->rate(), static_cast<quint32>(written_ * 2)));
    file_.close();
    state_ = State::Idle;
    emit finished(name);
    emit ended();
}

void Recording::throwAway() {
    if (state_ == State::Idle) return;
    counting_.stop();
    microphone_->stop();
    file_.close();
    file_.remove();
    state_ = State::Idle;
    emit ended();
}

} // namespace hl
