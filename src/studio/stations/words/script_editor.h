// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/guide.h"

#include <QPlainTextEdit>

class QCompleter;
class QStandardItemModel;

namespace hl {

/// Words being typed. Values of the lap are offered behind a brace, things of the track after some of their letters;
/// Return finishes, Ctrl+Return parts the words at the cursor, Escape leaves them as they were.
class ScriptEditor : public QPlainTextEdit {
    Q_OBJECT
  public:
    explicit ScriptEditor(QWidget* parent = nullptr);
    void offer(const Guide& guide);
    bool offers() const; ///< a list is open
    QCompleter* completer() const { return completer_; }

  signals:
    void done();
    void splitWanted(int letter);
    void left();

  protected:
    void keyPressEvent(QKeyEvent* e) override;

  private:
    void put(const QString& completion);
    void suggest();
    QCompleter* completer_;
    QStandardItemModel* offers_;
};

} // namespace hl
