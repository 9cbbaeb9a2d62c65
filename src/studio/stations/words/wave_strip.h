// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"

#include <memory>
#include <QWidget>

namespace hl {

/// A take as one sees it: how loud it is over its length, and where each word begins.
class WaveStrip : public QWidget {
    Q_OBJECT
  public:
    explicit WaveStrip(QWidget* parent = nullptr);
    void show(std::shared_ptr<const Sound> sound, std::vector<double> wordsS); ///< null: nothing
    QSize sizeHint() const override { return {300, 40}; }

  protected:
    void paintEvent(QPaintEvent*) override;

  private:
    std::shared_ptr<const Sound> sound_;
    std::vector<double> words_;
};

/// The level while somebody speaks: dark up to -6 dBFS, lit above; that it clips is said in words beside it.
class LevelBar : public QWidget {
    Q_OBJECT
  public:
    explicit LevelBar(QWidget* parent = nullptr);
    void show(double peakDb, bool clipped);
    QSize sizeHint() const override { return {300, 12}; }

  protected:
    void paintEvent(QPaintEvent*) override;

  private:
    double peakDb_ = -100;
    bool clipped_ = false;
};

} // namespace hl
