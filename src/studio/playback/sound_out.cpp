// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/sound_out.h"

#include <QAudioSink>
#include <QBuffer>
#include <QMediaDevices>

namespace hl {
namespace {

class Silent : public SoundOut {
  public:
    void play(std::shared_ptr<const Sound>, double) override {}
    void stop() override {}
};

class Device : public SoundOut {
  public:
    void play(std::shared_ptr<const Sound> sound, double fromS) override {
        stop();
        const auto from = static_cast<qsizetype>(std::max(0.0, fromS - sound->startS) * sound->rate);
        if (from >= static_cast<qsizetype>(sound->samples.size())) return;
        bytes_ = QByteArray::fromRawData(reinterpret_cast<const char*>(sound->samples.data() + from),
                                         (static_cast<qsizetype>(sound->samples.size()) - from) *
                                             static_cast<qsizetype>(sizeof(float)));
        held_ = std::move(sound);
        buffer_.setBuffer(&bytes_);
        buffer_.open(QIODevice::ReadOnly);
        QAudioFormat format;
        format.setSampleRate(held_->rate);
        format.setChannelCount(1);
        format.setSampleFormat(QAudioFormat::Float);
        sink_ = std::make_unique<QAudioSink>(format);
        sink_->start(&buffer_);
    }
    void stop() override {
        if (sink_) sink_->stop();
        sink_.reset();
        buffer_.close();
    }

  private:
    std::shared_ptr<const Sound> held_;
    QByteArray bytes_;
    QBuffer buffer_;
    std::unique_ptr<QAudioSink> sink_;
};

} // namespace

std::unique_ptr<SoundOut> soundOutOfThisMachine() {
    if (QMediaDevices::defaultAudioOutput().isNull()) return std::make_unique<Silent>();
    return std::make_unique<Device>();
}

} // namespace hl
