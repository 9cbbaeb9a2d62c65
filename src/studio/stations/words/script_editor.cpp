// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/script_editor.h"

#include "core/words/live_values.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QKeyEvent>
#include <QScrollBar>
#include <QSet>
#include <QStandardItemModel>

namespace hl {
namespace {

constexpr int kLeastLetters = 3; // of a reference before it is offered

QString before(const QTextCursor& c) { return c.block().text().left(c.positionInBlock()); }

/// What is being typed that could be completed: "{bra" or the last word or two.
QString begun(const QString& text) {
    const auto brace = text.lastIndexOf(QLatin1Char('{'));
    if (brace >= 0 && text.indexOf(QLatin1Char('}'), brace) < 0) return text.mid(brace);
    const auto blank = text.lastIndexOf(QLatin1Char(' '));
    const auto word = text.mid(blank + 1);
    return word.size() >= kLeastLetters ? word : QString();
}

} // namespace

ScriptEditor::ScriptEditor(QWidget* parent)
    : QPlainTextEdit(parent), completer_(new QCompleter(this)), offers_(new QStandardItemModel(completer_)) {
    setTabChangesFocus(true);
    completer_->setWidget(this);
    completer_->setModel(offers_);
    completer_->setCaseSensitivity(Qt::CaseInsensitive);
    completer_->setFilterMode(Qt::MatchContains);
    completer_->popup()->setAccessibleName(tr("What can be put in"));
    connect(completer_, qOverload<const QString&>(&QCompleter::activated), this, &ScriptEditor::put);
}

void ScriptEditor::offer(const Guide& guide) {
    offers_->clear();
    const auto add = [&](const QString& text, const QString& says) {
        auto* item = new QStandardItem(text);
        item->setToolTip(says);
        offers_->appendRow(item);
    };
    for (const auto& v : liveValues())
        add(QStringLiteral("{%1}").arg(QString::fromUtf8(v.name.data(), static_cast<int>(v.name.size()))),
            QString::fromUtf8(v.says.data(), static_cast<int>(v.says.size())));
    QSet<QString> seen;
    for (const auto& r : guide.references)
        if (const auto label = QString::fromStdString(r.label); !label.isEmpty() && !seen.contains(label)) {
            seen.insert(label);
            add(label, QString::fromStdString(r.kind));
        }
}

bool ScriptEditor::offers() const { return completer_->popup()->isVisible(); }

void ScriptEditor::keyPressEvent(QKeyEvent* e) {
    const bool offering = offers();
    if (offering && (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter || e->key() == Qt::Key_Tab)) {
        const auto at = completer_->popup()->currentIndex();
        completer_->popup()->hide();
        return put(at.isValid() ? at.data().toString() : completer_->currentCompletion());
    }
    if (offering && e->key() == Qt::Key_Escape) return completer_->popup()->hide();
    if (e->key() == Qt::Key_Escape) return emit left();
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) {
        if (e->modifiers() & Qt::ControlModifier) return emit splitWanted(textCursor().position());
        return emit done();
    }
    QPlainTextEdit::keyPressEvent(e);
    suggest();
}

void ScriptEditor::suggest() {
    const auto part = begun(before(textCursor()));
    completer_->setFilterMode(part.startsWith(QLatin1Char('{')) ? Qt::MatchStartsWith : Qt::MatchContains);
    completer_->setCompletionPrefix(part);
    if (part.isEmpty() || completer_->completionCount() == 0 || completer_->currentCompletion() == part)
        return completer_->popup()->hide();
    completer_->popup()->setCurrentIndex(completer_->completionModel()->index(0, 0));
    auto box = cursorRect();
    box.setWidth(std::max(180, completer_->popup()->sizeHintForColumn(0) + 24));
    completer_->complete(box);
}

void ScriptEditor::put(const QString& completion) {
    auto c = textCursor();
    const auto part = begun(before(c));
    c.movePosition(QTextCursor::Left, QTextCursor::KeepAnchor, static_cast<int>(part.size()));
    c.insertText(completion);
    setTextCursor(c);
}

} // namespace hl
