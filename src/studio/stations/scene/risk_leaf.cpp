// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/risk_leaf.h"

#include "studio/widgets/style.h"

namespace hl {

RiskLeaf::RiskLeaf(Desk& desk, QWidget* parent) : Leaf(desk, parent) {
    auto* column = this->column();
    words_ = quiet({});
    list_ = new RiskList;
    column->addWidget(words_);
    column->addWidget(list_, 1);
    connect(list_, &RiskList::cornerWanted, &desk_, &Desk::choose);
    connect(list_, &RiskList::rated, this, [this](CornerId c, int rating) {
        edit(tr("Consequence"), [c, rating](Guide g) { return withConsequence(std::move(g), c, rating); });
    });
}

void RiskLeaf::refresh() {
    const auto& g = desk_.guide();
    list_->show(g);
    words_->setText(
        g.scene.realTrack
            ? tr("Keys 1 to 3 rate a corner. <b>1</b> room to run off; <b>2</b> a trip over grass or gravel, damage "
                 "likely; "
                 "<b>3</b> a wall, water or another track. The circuit's rules, the organiser's briefing and licensed "
                 "instruction come before any guide.")
            : tr("A simulator hurts nobody: ratings are not asked for. Tick \"A real circuit\" where it is one."));
}

} // namespace hl
