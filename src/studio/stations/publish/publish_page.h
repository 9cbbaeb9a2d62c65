// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/publish/check_list.h"
#include "studio/stations/publish/cover_row.h"

#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>

class QCheckBox;
class QLabel;
class QSpinBox;

namespace hl {

/// What to look at before publishing; render and publish, with progress, cancel and a way to look at the result.
class PublishPage : public QWidget {
    Q_OBJECT
  public:
    PublishPage(Desk& desk, Player& player, QWidget* parent = nullptr);
    bool busy() const { return busy_; }
    void cancel();
    QList<StationKey> keys();

  signals:
    void wanted(hl::CornerId corner, hl::BeatId beat);              ///< of a finding, to be looked at
    void stationWanted(hl::StationId station, hl::CornerId corner); ///< where a finding is mended
    void published(const QString& folder);
    void failed(const QString& sentence);

  private:
    void refresh();
    void refreshFindings();
    void start(bool publish);
    void made(const QString& file, const QString& note);
    void failedWith(const QString& why);
    void ended(bool good);
    void idle();
    void askForNames();
    Desk& desk_;
    QLabel *summary_, *verdict_, *state_;
    CheckList* findings_;
    CoverRow* cover_;
    QLineEdit* folder_;
    QSpinBox *from_, *to_;
    QPushButton *render_, *publish_;
    QCheckBox *clips_, *tall_;
    QPushButton *cancel_, *open_, *names_;
    QProgressBar* bar_;
    QString result_;
    bool busy_ = false;
};

} // namespace hl
