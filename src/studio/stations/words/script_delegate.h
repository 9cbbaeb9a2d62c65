// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/words/word_marks.h"

#include <QStyledItemDelegate>

namespace hl {

class ScriptModel;

/// Draws the script: headings with the corner's shape, words with their take and what is wrong with them below, how
/// long they are spoken and how fast the picture runs meanwhile. Words are edited in place.
class ScriptDelegate : public QStyledItemDelegate {
    Q_OBJECT
  public:
    ScriptDelegate(Desk& desk, ScriptModel& model, QObject* parent);
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    int heightOf(int row, int wordsWidth) const;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& o, const QModelIndex& i) const override;
    void setEditorData(QWidget* editor, const QModelIndex& index) const override;
    void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override;
    void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& o, const QModelIndex& i) const override;

    bool eventFilter(QObject* o, QEvent* e) override;

  signals:
    void splitWanted(int row, int letter) const; ///< the words are parted before this letter
    void adviceWanted(hl::BeatId beat, const hl::WordMark& claim) const;
    void leaveWanted(hl::BeatId beat, const hl::WordMark& claim) const;

  private:
    void paintHeading(QPainter& p, const QRect& r, int row) const;
    void paintWords(QPainter& p, const QRect& r, int row) const;
    void paintTime(QPainter& p, const QRect& r, int row) const;
    Desk& desk_;
    ScriptModel& model_;
};

} // namespace hl
