// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/showing_edits.h"
#include "studio/stations/scene/leaf.h"

#include <array>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>

namespace hl {

/// What the finished picture shows besides marks and words: what fills it and what stands small in it in each pass,
/// what is read in its corners, which lap is laid over.
class PictureLeaf : public Leaf {
    Q_OBJECT
  public:
    explicit PictureLeaf(Desk& desk, QWidget* parent = nullptr);
    void refresh() override;

  private:
    struct Pass {
        SectionKind kind;
        QComboBox *full, *inset;
    };
    QWidget* buildPasses();
    QWidget* buildGauges();
    QWidget* buildOver();
    void fillPictures(QComboBox* box, const PictureOf& chosen, bool small);
    void fillLaps();
    void takePass(const Pass& pass);
    void takeGauges();
    void takeLap();
    void askLog();
    std::vector<Pass> passes_;
    QComboBox *set_, *lap_, *by_;
    std::vector<std::pair<std::string, QCheckBox*>> gauges_;
};

} // namespace hl
