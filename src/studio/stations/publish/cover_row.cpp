// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/publish/cover_row.h"

#include "jobs/cover.h"
#include "studio/widgets/style.h"

#include <cmath>
#include <QHBoxLayout>

namespace hl {
namespace {

constexpr TaskKind kCover{"cover", Lane::Quick};
constexpr int kWidth = 104, kHeight = 58; // px

/// All that the cover is made of; another text is another cover.
QString madeOf(const Guide& g, const Session& s) {
    const auto at = g.coverM ? QString::number(*g.coverM) : QString();
    const auto words = {g.scene.title, g.scene.track, g.scene.car, g.scene.series, s.video.string()};
    QString out = at + QLatin1Char('|') + QString::number(s.trace.lap.time.count());
    for (const auto& w : words) out += QLatin1Char('|') + QString::fromStdString(w);
    for (const auto& c : g.corners) out += QStringLiteral("|%1 %2 %3").arg(c.turnInM).arg(c.apexM).arg(c.endM);
    return out + QString::number(g.sources.film().tie.offsetS);
}

} // namespace

CoverRow::CoverRow(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), picture_(new QLabel), place_(quiet({})),
      take_(plainButton(tr("Take the picture shown"))), byItself_(plainButton(tr("Choose for me"))) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(10);
    picture_->setFixedSize(kWidth, kHeight);
    picture_->setObjectName(QStringLiteral("coverPicture"));
    picture_->setAccessibleName(tr("The cover"));
    place_->setObjectName(QStringLiteral("coverPlace"));
    take_->setObjectName(QStringLiteral("takeCover"));
    take_->setToolTip(tr("The film where the guide stands now becomes the cover (Ctrl+K)"));
    byItself_->setObjectName(QStringLiteral("coverByItself"));
    byItself_->setToolTip(tr("The road into the corner that matters most"));
    for (auto* b : {take_, byItself_}) b->setStyleSheet(QStringLiteral("padding: 4px 10px; font-size: 13px"));
    row->addWidget(picture_);
    auto* beside = new QVBoxLayout;
    beside->setSpacing(4);
    beside->addWidget(place_);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(8);
    buttons->addWidget(take_);
    buttons->addWidget(byItself_);
    buttons->addStretch();
    beside->addLayout(buttons);
    row->addLayout(beside, 1);
    connect(take_, &QPushButton::clicked, this, &CoverRow::take);
    connect(byItself_, &QPushButton::clicked, this, [this] {
        if (desk_.isOpen())
            desk_.edit({tr("Cover").toStdString(), [](Guide g) { return withCover(std::move(g), std::nullopt); }});
    });
    connect(&desk_, &Desk::opened, this, [this] { // what was under way for the document before lands nowhere
        shown_.clear();
        picture_->clear();
        refresh();
    });
    connect(&desk_, &Desk::measured, this, &CoverRow::refresh);
    connect(&desk_, &Desk::changed, this, &CoverRow::refresh);
}

void CoverRow::take() {
    if (!desk_.isOpen()) return;
    const double atM = std::round(player_.metre() * 10) / 10;
    desk_.edit({tr("Cover").toStdString(), [atM](Guide g) { return withCover(std::move(g), atM); }});
}

void CoverRow::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void CoverRow::refresh() {
    if (!desk_.isOpen() || !isVisible()) return; // when it is seen again it looks
    const auto& at = desk_.guide().coverM;
    place_->setText(at ? tr("taken at %1 m").arg(std::lround(*at)) : tr("the road into the corner that matters most"));
    byItself_->setEnabled(at.has_value());
    const auto wanted = madeOf(desk_.made(), desk_.session());
    if (wanted == shown_) return;
    shown_ = wanted;
    desk_.tasks().start(
        this, kCover,
        [g = desk_.made(), s = desk_.sharedSession(), ratio = devicePixelRatioF()](const Progress&) {
            auto small = coverPicture(g, *s).scaled(QSize(kWidth, kHeight) * ratio, Qt::IgnoreAspectRatio,
                                                    Qt::SmoothTransformation);
            small.setDevicePixelRatio(ratio);
            return small;
        },
        [this](QImage small) { picture_->setPixmap(QPixmap::fromImage(std::move(small))); });
}

} // namespace hl
