// SPDX-License-Identifier: GPL-3.0-or-later
// The bar under the picture: step, play, pace, and what the car does here.
#include "picture/tokens.h"
#include "studio/main_window.h"
#include "studio/widgets/style.h"

#include <cmath>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

namespace hl {
namespace {

QString paceText(double pace) {
    switch (paceOf(pace)) {
    case Pace::Quarter: return QObject::tr("quarter speed");
    case Pace::Half: return QObject::tr("half speed");
    case Pace::ThreeQuarters: return QObject::tr("three quarters of the speed");
    default: return QObject::tr("full speed");
    }
}

} // namespace

QWidget* MainWindow::buildTransport() {
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(0, 0, 0, 0);
    const auto button = [&](const QString& text, const QString& name, auto action) {
        auto* b = new QPushButton(text);
        b->setObjectName(QStringLiteral("flat"));
        b->setAccessibleName(name);
        b->setToolTip(name);
        b->setFocusPolicy(Qt::TabFocus);
        connect(b, &QPushButton::clicked, this, action);
        row->addWidget(b);
        return b;
    };
    button(tr("\u2039"), tr("One picture back (comma)"), [this] { player_->step(-1); });
    play_ = button(tr("Play"), tr("Play or pause (Space)"), [this] { player_->toggle(); });
    button(tr("\u203a"), tr("One picture on (full stop)"), [this] { player_->step(1); });
    pace_ = button(tr("full speed"), tr("How fast the film runs (S)"), [this] { nextPace(); });
    where_ = new QLabel;
    where_->setStyleSheet(QStringLiteral("font-size: 15px;"));
    where_->setMinimumWidth(60); // figures make room for the page, not the page for them
    row->addWidget(where_);
    row->addStretch();
    message_ = new QLabel;
    message_->setObjectName(QStringLiteral("message"));
    message_->setWordWrap(true);
    message_->setMinimumWidth(80);
    row->addWidget(message_, 1);
    return bar;
}

/// Under the picture: what the car does here, and where this is.
void MainWindow::showPlace() {
    if (!desk_->isOpen()) return;
    const auto place = QString::number(std::lround(player_->metre())) + QStringLiteral(" m");
    pace_->setVisible(player_->mode() == Player::Mode::Footage);
    pace_->setText(paceText(player_->pace()));
    if (player_->mode() == Player::Mode::Guide) {
        where_->setText(
            tr("%1 of %2 \u00b7 %3").arg(clockText(player_->guideTime(), 1), clockText(desk_->cut().lengthS), place));
        return;
    }
    const auto live = player_->live();
    QString figures;
    const auto figure = [&](const QString& value, const QString& unit) {
        figures += QStringLiteral("<span style=\"font-family:'Atkinson Hyperlegible Mono','Atkinson Hyperlegible Mono "
                                  "ExtraLight'; font-size:19px\">%1</span> "
                                  "<span style='font-size:13px; color:%3'>%2</span> &nbsp; ")
                       .arg(value, unit, QColor(look::kReed).name());
    };
    constexpr int kRoomForGear = 560; // px
    if (live.gear && where_->parentWidget()->width() > kRoomForGear) figure(QString::number(*live.gear), tr("gear"));
    if (live.speed)
        figure(QString::number(std::lround(inUnit(*live.speed, desk_->speedUnit()))),
               QString::fromUtf8(symbol(desk_->speedUnit()).data()));
    constexpr int kRoomForPedals = 690; // px; the strip shows them too
    const bool wide = where_->parentWidget()->width() > kRoomForPedals;
    if (live.brake && wide) figure(QString::number(std::lround(*live.brake * 100)), tr("% brake"));
    if (live.throttle && wide) figure(QString::number(std::lround(*live.throttle * 100)), tr("% power"));
    const bool narrow = where_->parentWidget()->width() <= kRoomForGear; // the ribbon tells the place too
    where_->setText(figures.isEmpty() || !narrow ? figures + place : figures);
}

/// Full, half, a quarter, and full again.
void MainWindow::nextPace() {
    const auto now = paceOf(player_->pace());
    player_->setPace(now == Pace::Full ? 0.5 : (now == Pace::Half ? 0.25 : 1));
}

void MainWindow::loopCorner() {
    if (player_->looping()) {
        player_->pause();
        return;
    }
    if (const auto* c = desk_->chosen()) player_->loop(c->startM, c->endM);
}

} // namespace hl
