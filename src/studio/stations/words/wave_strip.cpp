// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/wave_strip.h"

#include "picture/tokens.h"

#include <algorithm>
#include <cmath>
#include <QPainter>

namespace hl {

WaveStrip::WaveStrip(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("wave"));
    setAccessibleName(tr("The take's loudness and its words"));
    setFixedHeight(40);
}

void WaveStrip::show(std::shared_ptr<const Sound> sound, std::vector<double> wordsS) {
    sound_ = std::move(sound), words_ = std::move(wordsS);
    update();
}

void WaveStrip::paintEvent(QPaintEvent*) {
    if (!sound_ || sound_->samples.empty()) return;
    QPainter p(this);
    constexpr int kStep = 3; // px a bar
    const int bars = std::max(1, width() / kStep);
    const auto n = sound_->samples.size();
    const double middle = height() / 2.0;
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kLamp));
    for (int b = 0; b < bars; ++b) {
        const auto from = n * static_cast<std::size_t>(b) / static_cast<std::size_t>(bars),
                   to = std::max(from + 1, n * static_cast<std::size_t>(b + 1) / static_cast<std::size_t>(bars));
        double sum = 0;
        for (auto i = from; i < to && i < n; ++i)
            sum += static_cast<double>(sound_->samples[i]) * static_cast<double>(sound_->samples[i]);
        // By decibels: a quiet syllable is seen too.
        const double db = 10 * std::log10(sum / static_cast<double>(to - from) + 1e-9);
        const double half = std::clamp((db + 54) / 46, 0.03, 1.0) * middle;
        p.drawRect(QRectF(b * kStep, middle - half, kStep - 1, 2 * half));
    }
    p.setPen(QPen(QColor(look::kInk), 1));
    for (const double w : words_) {
        const double x = w / sound_->length().count() * width();
        p.drawLine(QPointF(x, height() - 6), QPointF(x, height()));
    }
}

LevelBar::LevelBar(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("level"));
    setAccessibleName(tr("Level of the microphone"));
    setFixedHeight(12);
}

void LevelBar::show(double peakDb, bool clipped) {
    peakDb_ = peakDb, clipped_ = clipped;
    update();
}

void LevelBar::paintEvent(QPaintEvent*) {
    QPainter p(this);
    constexpr double kFloorDb = -60, kHotDb = -6;
    const auto at = [&](double db) { return std::clamp((db - kFloorDb) / -kFloorDb, 0.0, 1.0) * width(); };
    p.fillRect(rect(), QColor(look::kRule));
    p.fillRect(QRectF(0, 0, at(std::min(peakDb_, kHotDb)), height()), QColor(look::kInk));
    if (peakDb_ > kHotDb || clipped_)
        p.fillRect(QRectF(at(kHotDb), 0, at(clipped_ ? 0 : peakDb_) - at(kHotDb), height()), QColor(look::kLamp));
    p.setPen(QPen(QColor(look::kInk), 1));
    p.drawLine(QPointF(at(kHotDb), 0), QPointF(at(kHotDb), height()));
}

} // namespace hl
