// SPDX-License-Identifier: GPL-3.0-or-later
// The conditions as a strip of small drawn signs: click one, or type into it; and a line for whatever is quicker typed.
#pragma once
#include "studio/stations/scene/condition_glyphs.h"

#include <QAbstractButton>
#include <QLabel>
#include <QLineEdit>

namespace hl {

/// One sign with its value. Click or Space offers its words; what one types goes into its field.
class ConditionSign : public QAbstractButton {
    Q_OBJECT
  public:
    ConditionSign(Sign sign, QWidget* parent = nullptr);
    void show(const Conditions& conditions, SpeedUnit unit);
    Sign sign() const { return sign_; }
    QString valueText() const;
    QSize sizeHint() const override { return {84, 82}; }

  signals:
    void typed(const QString& text); ///< a letter that begins to be typed

  protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent* e) override;
    bool event(QEvent* e) override;

  private:
    Sign sign_;
    Conditions shown_;
    SpeedUnit unit_ = SpeedUnit::Kmh;
};

class ConditionsStrip : public QWidget {
    Q_OBJECT
  public:
    explicit ConditionsStrip(QWidget* parent = nullptr);
    void show(const Conditions& conditions, SpeedUnit unit);
    ConditionSign* signOf(Sign sign) const;

  signals:
    void changed(const Conditions& conditions);
    void said(const QString& text, bool wrong);

  protected:
    bool eventFilter(QObject* watched, QEvent* e) override;

  private:
    void offer(ConditionSign& sign);
    void type(ConditionSign& sign, const QString& first);
    void take();     ///< what was typed into a sign
    void takeLine(); ///< what was typed into the line
    Conditions shown_;
    SpeedUnit unit_ = SpeedUnit::Kmh;
    std::vector<ConditionSign*> signs_;
    QLineEdit *line_, *field_; ///< the field stands over the sign that is typed into
    ConditionSign* typing_ = nullptr;
};

/// The conditions with one sign set to what was typed; nothing where it means nothing there. An empty text unsays it.
std::optional<Conditions> withTyped(Conditions c, Sign sign, const std::string& text, SpeedUnit unit);

} // namespace hl
