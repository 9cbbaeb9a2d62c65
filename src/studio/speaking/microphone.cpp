// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/speaking/microphone.h"

#include "media/sound.h"

#include <algorithm>
#include <QAudioSource>
#include <QElapsedTimer>
#include <QMediaDevices>
#include <QTimer>

namespace hl {
namespace {

constexpr int kRate = 48000;
constexpr int kTurnMs = 50;

class DeviceMicrophone : public Microphone {
  public:
    int rate() const override { return kRate; }
    bool start(Heard heard) override {
        const auto device = QMediaDevices::defaultAudioInput();
        if (device.isNull()) return false;
        QAudioFormat format;
        format.setSampleRate(kRate), format.setChannelCount(1), format.setSampleFormat(QAudioFormat::Int16);
        source_ = std::make_unique<QAudioSource>(device, format);
        auto* in = source_->start();
        if (!in || source_->error() != QAudio::NoError) return false;
        QObject::connect(in, &QIODevice::readyRead, in, [in, heard = std::move(heard)] {
            const auto bytes = in->readAll();
            std::vector<float> samples(static_cast<std::size_t>(bytes.size()) / 2);
            const auto* raw = reinterpret_cast<const qint16*>(bytes.constData());
            std::transform(raw, raw + samples.size(), samples.begin(),
                           [](qint16 v) { return static_cast<float>(v) / 32768.0f; });
            heard(samples);
        });
        return true;
    }
    void stop() override { source_.reset(); }

  private:
    std::unique_ptr<QAudioSource> source_;
};

class FileMicrophone : public Microphone {
  public:
    FileMicrophone(std::vector<float> samples, int rate, double speed)
        : samples_(std::move(samples)), rate_(rate), speed_(speed) {}
    int rate() const override { return rate_; }
    bool start(Heard heard) override {
        at_ = 0;
        clock_.start();
        timer_.setInterval(std::max(1, static_cast<int>(kTurnMs / speed_)));
        timer_.callOnTimeout([this, heard = std::move(heard)] {
            const auto due = static_cast<std::size_t>(static_cast<double>(clock_.elapsed()) / 1000 * speed_ * rate_);
            std::vector<float> piece(due > at_ ? due - at_ : 0, 0.0f);
            for (std::size_t i = 0; i < piece.size() && at_ + i < samples_.size(); ++i) piece[i] = samples_[at_ + i];
            at_ = std::max(at_, due);
            heard(piece);
        });
        timer_.start();
        return true;
    }
    void stop() override {
        timer_.stop();
        timer_.disconnect();
    }

  private:
    std::vector<float> samples_;
    int rate_;
    double speed_;
    std::size_t at_ = 0;
    QElapsedTimer clock_;
    QTimer timer_;
};

} // namespace

std::unique_ptr<Microphone> microphoneOfThisMachine() {
    if (const auto file = qEnvironmentVariable("LANTERN_MICROPHONE"); !file.isEmpty())
        if (auto sound = readSound(file.toStdString(), kRate)) return fileMicrophone(std::move(sound->samples), kRate);
    return std::make_unique<DeviceMicrophone>();
}

std::unique_ptr<Microphone> fileMicrophone(std::vector<float> samples, int rate, double speed) {
    return std::make_unique<FileMicrophone>(std::move(samples), rate, speed);
}

} // namespace hl
