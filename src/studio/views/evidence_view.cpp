// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/evidence_view.h"

#include "picture/tokens.h"

#include <algorithm>
#include <QMouseEvent>
#include <QPainter>

namespace hl {
namespace {

constexpr double kReachS = 9; // of film shown on each side of the playhead
constexpr double kHead = 18;  // px for a band's heading

QColor between(QRgb a, QRgb b, double f) {
    return QColor(static_cast<int>(lerp(qRed(a), qRed(b), f)), static_cast<int>(lerp(qGreen(a), qGreen(b), f)),
                  static_cast<int>(lerp(qBlue(a), qBlue(b), f)));
}

/// The map as a picture: quiet ground, loud notes light.
QImage pictureOf(const NoteMap& map) {
    QImage image(static_cast<int>(map.rows()), map.bands, QImage::Format_Indexed8);
    QList<QRgb> colours;
    for (int i = 0; i < 256; ++i) colours << between(look::kMarsh900, look::kReed, i / 255.0).rgb();
    image.setColorTable(colours);
    for (int band = 0; band < map.bands; ++band) {
        auto* line = image.scanLine(map.bands - 1 - band);
        for (std::size_t row = 0; row < map.rows(); ++row) {
            const float v = map.values[row * static_cast<std::size_t>(map.bands) + static_cast<std::size_t>(band)];
            line[row] = static_cast<uchar>(std::clamp((v + 0.1f) * 150.0f, 0.0f, 255.0f));
        }
    }
    return image;
}

} // namespace

EvidenceView::EvidenceView(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("evidence"));
    setMinimumHeight(120);
    setAccessibleName(tr("Engine note and turning of the film with those of the log over them"));
    connect(&player_, &Player::moved, this, [this] { update(); });
    connect(&desk_, &Desk::changed, this, [this] { update(); });
}

ShownEvidence shownEvidence(const Session& session, const ClockTie& tie) {
    ShownEvidence shown{soundEvidence(session), {}, 0, 0};
    const auto& e = shown.evidence;
    if (e.notes) shown.notes = pictureOf(*e.notes), shown.ratio = noteRatio(*e.notes, *session.log, tie);
    std::vector<double> sizes;
    for (const double v : e.turning) sizes.push_back(std::abs(v));
    shown.usualTurning = median(std::move(sizes));
    return shown;
}

void EvidenceView::clear() {
    evidence_ = {}, notes_ = {}, ratio_ = 0, usualTurning_ = 0;
    update();
}

void EvidenceView::show(ShownEvidence shown) {
    auto motion = std::move(evidence_.motion); // it may have come first
    evidence_ = std::move(shown.evidence), notes_ = std::move(shown.notes);
    ratio_ = shown.ratio, usualTurning_ = shown.usualTurning;
    if (motion) addMotion(std::move(*motion));
    update();
}

void EvidenceView::addMotion(PictureMotion motion) {
    // Shares of the picture's width and radians: brought to one height by their usual sizes.
    std::vector<double> film;
    for (const double v : motion.sideways)
        if (!std::isnan(v)) film.push_back(std::abs(v));
    const double f = median(std::move(film));
    turningScale_ = f > 0 && usualTurning_ > 0 ? usualTurning_ / f : 1;
    evidence_.motion = std::move(motion);
    update();
}

double EvidenceView::x(double footageS) const {
    return (footageS - (player_.footageTime() - kReachS)) / (2 * kReachS) * width();
}

void EvidenceView::say(QPainter& p, const QRectF& box, const QString& heading, const QString& trouble) const {
    p.setFont(look::text(look::kTiny, look::Weight::Strong));
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(10, box.top() - kHead, width() - 20, kHead), Qt::AlignVCenter | Qt::AlignLeft, heading);
    if (trouble.isEmpty()) return;
    p.setFont(look::text(look::kSmall));
    p.setPen(QColor(look::kReed));
    p.drawText(box, Qt::AlignCenter, trouble);
}

void EvidenceView::paintNotes(QPainter& p, const QRectF& box) const {
    const auto& log = *desk_.session().log;
    const bool drawable = evidence_.notes && !notes_.isNull() && ratio_ > 0;
    say(p, box, tr("Engine note of the film (light), and the note the log predicts (line)"),
        drawable ? QString()
                 : (evidence_.notes ? tr("The log has no engine speed.") : tr("Listening, or no sound in the film.")));
    if (!drawable) return;
    const auto& map = *evidence_.notes;
    const double from = player_.footageTime() - kReachS;
    const QRectF source((from - map.startS) / map.hopS, 0, 2 * kReachS / map.hopS, map.bands);
    p.save();
    p.setClipRect(box);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(box, notes_, source);
    QPolygonF line;
    const auto& t = log[Channel::Time];
    const auto& rpm = log[Channel::EngineSpeed];
    for (double s = from; s <= from + 2 * kReachS; s += 0.04) {
        const double hz =
            sampleAt(t, rpm, seconds(desk_.guide().sources.film().tie.log(at<FootageTime>(s)))) / 60 * ratio_;
        const double band = std::log2(std::max(1.0, hz) / map.lowestHz) * map.bandsPerOctave;
        line << QPointF(x(s), box.bottom() - band / map.bands * box.height());
    }
    p.setPen(QPen(QColor(look::kMarsh900), 4));
    p.drawPolyline(line);
    p.setPen(QPen(QColor(look::kLamp), 1.8));
    p.drawPolyline(line);
    p.restore();
}

void EvidenceView::paintTurning(QPainter& p, const QRectF& box) const {
    const bool drawable = evidence_.motion && !evidence_.turning.empty();
    say(p, box, tr("Turning of the picture (dots), and the turning the log tells (line); up is to the left"),
        drawable ? QString()
                 : (evidence_.turning.empty() ? tr("The log does not show how the car turns.")
                                              : tr("Watching the film\u2026")));
    if (!drawable) return;
    p.save();
    p.setClipRect(box);
    const double from = player_.footageTime() - kReachS;
    constexpr double kMost = 0.9; // rad/s at the edge of the band
    const auto y = [&](double v) { return box.center().y() - std::clamp(v / kMost, -1.0, 1.0) * box.height() / 2; };
    p.setPen(QPen(QColor(look::kMarsh600), 1));
    p.drawLine(QPointF(box.left(), y(0)), QPointF(box.right(), y(0)));
    const auto& m = *evidence_.motion;
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kPower));
    for (auto i = static_cast<std::size_t>(std::lower_bound(m.footageS.begin(), m.footageS.end(), from) -
                                           m.footageS.begin());
         i < m.footageS.size() && m.footageS[i] < from + 2 * kReachS; ++i)
        if (!std::isnan(m.sideways[i]))
            p.drawEllipse(QPointF(x(m.footageS[i]), y(m.sideways[i] * turningScale_)), 1.6, 1.6);
    QPolygonF line;
    for (double s = from; s <= from + 2 * kReachS; s += 0.04)
        line << QPointF(x(s), y(sampleAt((*desk_.session().log)[Channel::Time], evidence_.turning,
                                         seconds(desk_.guide().sources.film().tie.log(at<FootageTime>(s))))));
    p.setPen(QPen(QColor(look::kLamp), 1.8));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
    p.restore();
}

void EvidenceView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kMarsh800));
    p.drawRoundedRect(rect(), look::kRadiusPicture, look::kRadiusPicture);
    if (!desk_.isOpen()) return;
    const double band = (height() - 2 * kHead - 4) / 2.0;
    const QRectF upper(0, kHead, width(), band), lower(0, kHead + band + kHead, width(), band);
    paintNotes(p, upper);
    paintTurning(p, lower);
    p.setPen(QPen(QColor(look::kMist), 2));
    for (const auto& box : {upper, lower})
        p.drawLine(QPointF(width() / 2.0, box.top()), QPointF(width() / 2.0, box.bottom()));
}

void EvidenceView::mousePressEvent(QMouseEvent* e) {
    if (desk_.isOpen()) player_.seekFootage(player_.footageTime() + (e->position().x() / width() - 0.5) * 2 * kReachS);
}

} // namespace hl
