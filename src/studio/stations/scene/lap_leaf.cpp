// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/lap_leaf.h"

#include "jobs/lap_choice.h"
#include "studio/widgets/style.h"

namespace hl {
namespace {
constexpr TaskKind kReporting{"laps"}, kChoosing{"other lap"};
}

LapLeaf::LapLeaf(Desk& desk, QWidget* parent) : Leaf(desk, parent) {
    auto* column = this->column();
    lapWords_ = quiet({});
    laps_ = new LapsList;
    busy_ = new QProgressBar;
    busy_->setAccessibleName(tr("Looking at the laps"));
    busy_->setRange(0, 100);
    busy_->setTextVisible(true);
    busy_->hide();
    misfitWords_ = quiet(tr("<b>What people wrote and what no longer fits</b>"));
    misfitList_ = new QListWidget;
    misfitList_->setObjectName(QStringLiteral("misfits"));
    misfitList_->setAccessibleName(tr("What no longer fits since another lap is explained"));
    misfitList_->setFrameShape(QFrame::NoFrame);
    misfitList_->setWordWrap(true);
    misfitList_->setFixedHeight(96);
    column->addWidget(lapWords_);
    column->addWidget(busy_);
    column->addWidget(laps_, 1);
    column->addWidget(misfitWords_);
    column->addWidget(misfitList_);
    connect(laps_, &LapsList::lapWanted, this, &LapLeaf::explain);
    connect(misfitList_, &QListWidget::itemActivated, this, [this](QListWidgetItem* i) {
        const auto row = static_cast<std::size_t>(misfitList_->row(i));
        if (row < misfits_.size() && misfits_[row].corner) desk_.choose(misfits_[row].corner);
    });
    connect(&desk_.tasks(), &Tasks::progressed, this, [this](const QString& kind, double share, const QString& doing) {
        if (kind != QLatin1String(kReporting.name) && kind != QLatin1String(kChoosing.name)) return;
        busy_->setVisible(share < 1);
        busy_->setValue(static_cast<int>(100 * share));
        busy_->setFormat(doing);
    });
    connect(&desk_.tasks(), &Tasks::ended, this, [this] { busy_->hide(); });
    connect(&desk_, &Desk::opened, this, [this] {
        misfits_.clear(), reportedLap_ = -1;
        showMisfits();
    });
    connect(&desk_, &Desk::measured, this, &LapLeaf::refresh);
    later_.setSingleShot(true);
    later_.setInterval(400); // a guide that opens needs the cores for its film first
    connect(&later_, &QTimer::timeout, this, [this] {
        if (desk_.isOpen() && isVisible()) lookAtLaps();
    });
    showMisfits();
}

/// The laps are looked at when somebody comes to look.
void LapLeaf::refresh() {
    if (desk_.isOpen() && isVisible()) later_.start();
}

void LapLeaf::showEvent(QShowEvent* e) {
    Leaf::showEvent(e);
    refresh();
}

void LapLeaf::lookAtLaps() {
    const auto& m = desk_.session();
    if (m.lap != desk_.guide().sources.lap || (reportedLap_ == m.lap && reportedLog_ == m.log.get())) return;
    reportedLap_ = m.lap, reportedLog_ = m.log.get();
    desk_.tasks().start(
        this, kReporting,
        [g = desk_.guide(), s = desk_.sharedSession()](const Progress& p) { return reportLaps(g, *s, p); },
        [this](Result<std::vector<LapReport>> reports) {
            if (!reports) {
                reportedLap_ = -1;
                return emit said(QString::fromStdString(sentence(reports.error())), true);
            }
            laps_->setProperty("lengthM", desk_.session().laps.trackLengthM);
            laps_->show(std::move(*reports), desk_.guide().sources.lap);
            const auto* p = laps_->proposed();
            const bool proposesOther = p && p->lap.number != desk_.guide().sources.lap;
            lapWords_->setText(tr("Return explains the lap you chose: it is measured anew, what you wrote stays. "
                                  "Hollow bars are not on the "
                                  "film; a notch is a place eased off, a gap one off the road.") +
                               (proposesOther ? tr(" <b>Lap %1 is proposed.</b>").arg(p->lap.number) : QString()));
        });
}

void LapLeaf::explain(int number) {
    desk_.tasks().start(
        this, kChoosing,
        [g = desk_.guide(), s = desk_.sharedSession(), number](const Progress& p) {
            return onOtherLap(g, *s, number, p);
        },
        [this, number, before = desk_.guide()](Result<OtherLap> other) {
            if (!other) return emit said(QString::fromStdString(sentence(other.error())), true);
            if (desk_.guide() != before) return explain(number); // something was written meanwhile: with that
            misfits_ = std::move(other->misfits);
            edit(tr("Lap %1 explained").arg(number), [g = other->guide](Guide) { return g; });
            showMisfits();
            emit said(misfits_.empty()
                          ? tr("Lap %1 is explained now; what you wrote fits it.").arg(number)
                          : tr("Lap %1 is explained now; what no longer fits stands below the laps.").arg(number),
                      false);
        });
}

void LapLeaf::showMisfits() {
    misfitList_->clear();
    for (const auto& f : misfits_) misfitList_->addItem(QString::fromStdString(f.message));
    misfitList_->setVisible(!misfits_.empty());
    misfitWords_->setVisible(!misfits_.empty());
}

} // namespace hl
