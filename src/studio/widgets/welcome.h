// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <QWidget>

class QLabel;
class QVBoxLayout;
class QPushButton;
class QProcess;

namespace hl {

/// The desk before anything lies on it: drop a film and its log here, open a guide of late, or look at the demo.
class Welcome : public QWidget {
    Q_OBJECT
  public:
    explicit Welcome(QWidget* parent = nullptr);
    void refresh(); ///< the guides of late, as they are now

  signals:
    void guideWanted(const QString& folder);
    void newGuideWanted();
    void openWanted();
    void said(const QString& text, bool wrong);

  protected:
    void paintEvent(QPaintEvent*) override;

  private:
    void makeDemo();
    QVBoxLayout* recent_;
    QLabel* none_;
    QPushButton* demo_;
    QProcess* making_ = nullptr;
};

/// The guides of late that still exist, newest first.
QStringList recentGuides();
void rememberGuide(const QString& folder);

} // namespace hl
