// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/words/word_marks.h"

#include <functional>
#include <QLabel>
#include <QPlainTextEdit>

class QCompleter;
class QStandardItemModel;

namespace hl {

/// Words being typed. Values of the lap are offered behind a brace, things of the track after some of their letters;
/// Return finishes, Ctrl+Return parts the words at the cursor, Escape leaves them as they were. What the words claim is
/// marked while they are typed; of the claim at the cursor (else the next that differs) a line below says what the lap
/// shows. Ctrl+M writes that, Ctrl+Shift+M makes it advice, Ctrl+Alt+M leaves it.
class ScriptEditor : public QPlainTextEdit {
    Q_OBJECT
  public:
    explicit ScriptEditor(QWidget* parent = nullptr);
    void offer(const Guide& guide);
    bool offers() const; ///< a list is open
    void readWith(std::function<QVector<WordMark>(const QString&)> read);
    void correctWith(std::function<QString(const QString&, const WordMark&)> correct) { correct_ = std::move(correct); }
    const QVector<WordMark>& marks() const { return marks_; }
    QString told() const { return told_->text(); } ///< of the claim at the cursor
    QCompleter* completer() const { return completer_; }

  signals:
    void done();
    void splitWanted(int letter);
    void left();
    void adviceWanted(const hl::WordMark& claim);
    void leaveWanted(const hl::WordMark& claim);

  protected:
    bool event(QEvent* e) override;
    void keyPressEvent(QKeyEvent* e) override;
    void resizeEvent(QResizeEvent* e) override;

  private:
    void put(const QString& completion);
    void suggest();
    void mark();
    void tell();
    bool mend(QKeyEvent* e);
    const WordMark* markAtCursor() const;
    std::function<QVector<WordMark>(const QString&)> read_;
    std::function<QString(const QString&, const WordMark&)> correct_;
    QVector<WordMark> marks_;
    QLabel* told_;
    QCompleter* completer_;
    QStandardItemModel* offers_;
};

} // namespace hl
