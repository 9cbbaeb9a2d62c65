// SPDX-License-Identifier: GPL-3.0-or-later
// Footage without a log: boxes over the pedals, gear and speed that are drawn into its picture.
#pragma once
#include "jobs/panel.h"
#include "studio/document/tasks.h"
#include "studio/stations/scene/panel_picture.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSlider>

namespace hl {

class PanelDialog : public QDialog {
    Q_OBJECT
  public:
    PanelDialog(Tasks& tasks, QString film, std::vector<PanelBox> boxes, QWidget* parent = nullptr);
    ~PanelDialog() override;
    std::vector<PanelBox> boxes() const; ///< those that were drawn
    const std::vector<NamedMoment>& named() const { return named_; }
    void read(); ///< follows the boxes over the film, in the background
    bool busy() const { return busy_; }

  private:
    struct Row {
        PanelBox box;
        bool drawn = false;
        QPushButton* pick = nullptr;
        QComboBox* how = nullptr; ///< the bar's direction, or the speed's unit
        QLabel* size = nullptr;
        QLineEdit* shows = nullptr; ///< what the number is now; none for bars
    };
    void addRow(Channel channel, const QString& label, class QGridLayout* to);
    void choose(std::size_t i);
    void take(const QRectF& box);
    void nameNumber(std::size_t i);
    void showFrame();
    void tellReadings();
    void refresh();
    double filmS() const;
    QString readingOf(const Row& row) const;
    Tasks& tasks_;
    QString film_;
    PanelPicture* picture_;
    QSlider* moment_;
    QLabel *clock_, *state_;
    QPushButton *read_, *use_;
    std::vector<Row> rows_;
    std::vector<NamedMoment> named_;
    std::optional<PanelReadings> readings_;
    std::size_t current_ = 0;
    double lengthS_ = 0;
    bool busy_ = false;
};

} // namespace hl
