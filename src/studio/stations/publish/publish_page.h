// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>

class QCheckBox;
class QLabel;
class QListWidget;
class QSpinBox;

namespace hl {

/// Render and publish, with progress, cancel and a way to look at the result.
class PublishPage : public QWidget {
    Q_OBJECT
  public:
    explicit PublishPage(Desk& desk, QWidget* parent = nullptr);
    bool busy() const { return busy_; }
    void cancel();
  signals:
    void published(const QString& folder);
    void failed(const QString& sentence);

  private:
    void refresh();
    void refreshFindings();
    void start(bool publish);
    void finish(bool good, const QString& text);
    void idle();
    Desk& desk_;
    QLabel *summary_, *verdict_, *state_;
    QListWidget* findings_;
    QLineEdit* folder_;
    QSpinBox *from_, *to_;
    QPushButton *render_, *publish_;
    QCheckBox* clips_;
    QPushButton *cancel_, *open_;
    QProgressBar* bar_;
    QString result_;
    bool busy_ = false;
};

} // namespace hl
