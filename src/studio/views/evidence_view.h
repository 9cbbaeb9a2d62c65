// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "jobs/evidence.h"
#include "studio/playback/player.h"

#include <QWidget>

namespace hl {

/// Evidence ready to be shown: what takes long is worked out beside the interface.
struct ShownEvidence {
    Evidence evidence;
    QImage notes;            ///< time to the right, pitch upwards; null for a silent film
    double ratio = 0;        ///< of firing to engine speed
    double usualTurning = 0; ///< rad/s, the log's
};
ShownEvidence shownEvidence(const Session& session, const ClockTie& tie);

/// Film and log over each other around the playhead: the engine note heard with the note the log predicts, and the
/// turning of the picture with the turning the log tells. Where the lines run together, the clocks are tied.
class EvidenceView : public QWidget {
    Q_OBJECT
  public:
    EvidenceView(Desk& desk, Player& player, QWidget* parent = nullptr);
    void clear(); ///< nothing is known of this guide yet
    void show(ShownEvidence shown);
    void addMotion(PictureMotion motion);
    bool hasMotion() const { return evidence_.motion.has_value(); }
    QSize sizeHint() const override { return {520, 196}; }

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;

  private:
    double x(double footageS) const;
    void paintNotes(QPainter& p, const QRectF& box) const;
    void paintTurning(QPainter& p, const QRectF& box) const;
    void say(QPainter& p, const QRectF& box, const QString& heading, const QString& trouble) const;
    Desk& desk_;
    Player& player_;
    Evidence evidence_;
    QImage notes_;
    double ratio_ = 0, usualTurning_ = 0, turningScale_ = 1;
};

} // namespace hl
