// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/loupe.h"

#include "media/local_contrast.h"
#include "picture/tokens.h"
#include "studio/views/picture_view.h"

#include <QHBoxLayout>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

namespace hl {
namespace {

constexpr double kContrast = 0.7;
constexpr int kBar = 34; // px below the picture

QPushButton* small(const QString& text, const QString& name) {
    auto* b = new QPushButton(text);
    b->setObjectName(QStringLiteral("flat"));
    b->setStyleSheet(QStringLiteral("padding: 2px 8px; font-size: 13px;"));
    b->setAccessibleName(name);
    b->setToolTip(name);
    b->setFocusPolicy(Qt::TabFocus);
    return b;
}

} // namespace

Loupe::Loupe(Player& player, PictureView* over)
    : QWidget(over), player_(player), over_(*over), less_(small(QStringLiteral("\u2212"), tr("Less (minus)"))),
      more_(small(QStringLiteral("+"), tr("More (plus)"))),
      follow_(small({}, tr("Follow the place through the film (G)"))),
      keep_(small(tr("Keep\u2026"), tr("Keep as the picture of what to look for (Shift+O)"))), words_(new QLabel) {
    setObjectName(QStringLiteral("loupe"));
    setAccessibleName(tr("Loupe"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(8, 0, 8, 3);
    column->addStretch();
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    words_->setStyleSheet(QStringLiteral("font-size: 13px;"));
    row->addWidget(less_);
    row->addWidget(words_);
    row->addWidget(more_);
    row->addStretch();
    row->addWidget(follow_);
    row->addWidget(keep_);
    column->addLayout(row);
    connect(less_, &QPushButton::clicked, this, [this] { setTimes(times_ - 1); });
    connect(more_, &QPushButton::clicked, this, [this] { setTimes(times_ + 1); });
    connect(follow_, &QPushButton::clicked, this, [this] { setFollowing(!following_); });
    connect(keep_, &QPushButton::clicked, this,
            [this] { emit keepWanted(keep_->mapToGlobal(QPoint(0, keep_->height()))); });
    connect(&player_, &Player::pictureReady, this, qOverload<>(&QWidget::update));
    connect(&player_, &Player::moved, this, qOverload<>(&QWidget::update));
    hide();
    tell();
}

void Loupe::lookAt(Vec2 px) {
    framePx_ = {std::clamp(px.x, 0.0, kFrameWidth), std::clamp(px.y, 0.0, kFrameHeight)};
    pick();
    place();
    tell();
    update();
    over_.update();
}

void Loupe::pick() {
    road_.reset();
    if (following_ && !player_.picture().isNull()) road_ = roadPlaceAt(player_.stage(), framePx_, player_.shown());
}

Vec2 Loupe::centre() const {
    if (following_ && road_ && !player_.picture().isNull())
        if (const auto at = frameOf(player_.stage(), *road_, player_.shown())) return *at;
    return framePx_;
}

void Loupe::setTimes(double times) {
    times_ = std::clamp(times, kLeast, kMost);
    tell();
    update();
}

void Loupe::setFollowing(bool on) {
    framePx_ = centre();
    following_ = on;
    pick();
    tell();
    update();
    over_.update();
}

void Loupe::tell() {
    words_->setText(tr("%1 times").arg(times_, 0, 'f', 0));
    less_->setEnabled(times_ > kLeast);
    more_->setEnabled(times_ < kMost);
    follow_->setText(!following_ ? tr("Stands") : road_ ? tr("Follows") : tr("No ground here"));
    keep_->setEnabled(!player_.picture().isNull());
}

void Loupe::place() {
    const auto box = over_.pictureBox().toRect();
    const int w = std::clamp(box.width() * 2 / 5, 240, 420), h = w * 9 / 16 + kBar;
    const auto at = centre();
    constexpr int kMargin = 10;
    const int x = at.x > kFrameWidth / 2 ? box.left() + kMargin : box.right() - w - kMargin;
    setGeometry(x, box.top() + kMargin, w, h);
}

void Loupe::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    pick();
    place();
    tell();
}

void Loupe::mousePressEvent(QMouseEvent* e) {
    const auto c = centre();
    const double perPx = kFrameWidth / std::max(1.0, over_.pictureBox().width()) / times_;
    lookAt({c.x + (e->position().x() - width() / 2.0) * perPx,
            c.y + (e->position().y() - (height() - kBar) / 2.0) * perPx});
}

QImage Loupe::shown() const {
    const auto picture = player_.picture().convertToFormat(QImage::Format_RGB32);
    if (picture.isNull()) return {};
    // From the frame into the film's own pixels.
    const QRectF frame(0, 0, kFrameWidth, kFrameHeight);
    const auto film = PictureView::filmBox(frame, picture.size());
    const auto at = centre();
    const double perFrame = picture.width() / film.width(),
                 perView = kFrameWidth / std::max(1.0, over_.pictureBox().width());
    const double ratio = devicePixelRatioF();
    const int w = static_cast<int>(width() * ratio), h = static_cast<int>((height() - kBar) * ratio);
    const auto pixels =
        enlarged({picture.constBits(), static_cast<int>(picture.bytesPerLine()), picture.width(), picture.height()},
                 (at.x - film.left()) * perFrame, (at.y - film.top()) * perFrame, w, h,
                 times_ * ratio / (perFrame * perView), kContrast);
    if (pixels.empty()) return {};
    auto image = QImage(pixels.data(), w, h, w * 4, QImage::Format_RGB32).copy();
    image.setDevicePixelRatio(ratio);
    return image;
}

void Loupe::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    QPainterPath edge;
    edge.addRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), look::kRadiusDesk, look::kRadiusDesk);
    p.fillPath(edge, QColor(look::kMarsh900));
    p.save();
    p.setClipPath(edge);
    p.drawImage(QPoint(0, 0), shown());
    p.restore();
    p.setPen(QPen(QColor(look::kLamp), 2));
    p.setBrush(Qt::NoBrush);
    p.drawPath(edge);
    const QPointF middle(width() / 2.0, (height() - kBar) / 2.0);
    for (const auto& way : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)}) // leaves the middle free
        p.drawLine(middle + way * 16, middle + way * 24);
}

} // namespace hl
