// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"
#include "jobs/panel.h"
#include "studio/document/tasks.h"

#include <optional>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>

class QComboBox;

namespace hl {

/// A film, its log, perhaps a track: and a guide is made of them in the background.
class NewGuideDialog : public QDialog {
    Q_OBJECT
  public:
    explicit NewGuideDialog(Tasks& tasks, QWidget* parent = nullptr);
    void take(const QStringList& files); ///< dropped files, sorted by what they are
    void askColumns();                   ///< shows what the log's columns are taken for
    void askPanel();                     ///< asks what the film's picture shows, where there is no log
  signals:
    void made(const QString& folder);

  protected:
    void reject() override;

  private:
    void start();
    void lookAtLog();
    Tasks& tasks_;
    QLineEdit *video_, *log_, *track_, *folder_, *car_, *conditions_, *pairs_;
    QLabel* state_;
    QProgressBar* bar_;
    QComboBox* real_; ///< whether people can get hurt
    QPushButton *make_, *columns_, *panel_;
    std::optional<LogShape> shape_; ///< of the log now named; none until it was looked at
    std::vector<ColumnChoice> choices_;
    std::vector<PanelBox> boxes_;
    std::vector<NamedMoment> named_;
    QString lookedAt_;
    bool busy_ = false;
};

} // namespace hl
