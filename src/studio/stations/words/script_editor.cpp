// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/script_editor.h"

#include "picture/tokens.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QKeyEvent>
#include <QScrollBar>
#include <QSet>
#include <QStandardItemModel>
#include <QTextEdit>

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
    : QPlainTextEdit(parent), told_(new QLabel(this)), completer_(new QCompleter(this)),
      offers_(new QStandardItemModel(completer_)) {
    setTabChangesFocus(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    told_->setObjectName(QStringLiteral("claimTold"));
    told_->setFont(look::text(look::kTiny));
    told_->setStyleSheet(QStringLiteral("background: %1; color: %2; padding: 1px 6px;")
                             .arg(QColor(look::kLampPaper).name(), QColor(look::kInk).name()));
    told_->hide();
    connect(this, &QPlainTextEdit::textChanged, this, &ScriptEditor::mark);
    connect(this, &QPlainTextEdit::cursorPositionChanged, this, &ScriptEditor::tell);
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

/// While one types, the keys that mend are of the claim at the cursor and not of the station.
bool ScriptEditor::event(QEvent* e) {
    if (e->type() == QEvent::ShortcutOverride) {
        const auto* k = static_cast<QKeyEvent*>(e);
        if (k->key() == Qt::Key_M && (k->modifiers() & Qt::ControlModifier)) {
            e->accept();
            return true;
        }
    }
    return QPlainTextEdit::event(e);
}

void ScriptEditor::keyPressEvent(QKeyEvent* e) {
    const bool offering = offers();
    if (offering && (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter || e->key() == Qt::Key_Tab)) {
        const auto at = completer_->popup()->currentIndex();
        completer_->popup()->hide();
        return put(at.isValid() ? at.data().toString() : completer_->currentCompletion());
    }
    if (offering && e->key() == Qt::Key_Escape) return completer_->popup()->hide();
    if (e->key() == Qt::Key_Escape) return emit left();
    if (e->key() == Qt::Key_M && (e->modifiers() & Qt::ControlModifier) && mend(e)) return;
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) {
        if (e->modifiers() & Qt::ControlModifier) return emit splitWanted(textCursor().position());
        return emit done();
    }
    QPlainTextEdit::keyPressEvent(e);
    suggest();
}

void ScriptEditor::readWith(std::function<QVector<WordMark>(const QString&)> read) {
    read_ = std::move(read);
    mark();
}

/// A beat's words are read in less than a millisecond, so every letter has its marks at once.
void ScriptEditor::mark() {
    if (!read_) return;
    marks_ = read_(toPlainText());
    QList<QTextEdit::ExtraSelection> all;
    for (const auto& m : marks_) {
        QTextEdit::ExtraSelection one;
        one.cursor = QTextCursor(document());
        one.cursor.setPosition(m.from);
        one.cursor.setPosition(m.from + m.length, QTextCursor::KeepAnchor);
        one.format = formatOf(m);
        all << one;
    }
    setExtraSelections(all);
    tell();
}

const WordMark* ScriptEditor::markAtCursor() const {
    const int at = textCursor().position();
    const WordMark* next = nullptr;
    for (const auto& m : marks_) {
        if (at >= m.from && at <= m.from + m.length && !evidenceOf(m).isEmpty()) return &m;
        if (!next && m.differs()) next = &m;
    }
    return next;
}

void ScriptEditor::tell() {
    const auto* m = markAtCursor();
    told_->setVisible(m != nullptr);
    if (!m) return;
    const auto metrics = told_->fontMetrics();
    auto text = metrics.elidedText(QStringLiteral("%1: %2").arg(QString::fromStdString(m->read.said), evidenceOf(*m)),
                                   Qt::ElideRight, width() - 16);
    if (m->differs()) {
        QStringList keys;
        if (correct_ && !correct_(toPlainText(), *m).isEmpty()) keys << tr("Ctrl+M writes that");
        if (canBeAdvice(*m)) keys << tr("Ctrl+Shift+M makes it advice");
        keys << tr("Ctrl+Alt+M leaves it");
        text += QLatin1Char('\n') +
                metrics.elidedText(keys.join(QStringLiteral("  \u00b7  ")), Qt::ElideRight, width() - 16);
    }
    told_->setText(text);
    const int tall = metrics.height() * (m->differs() ? 2 : 1) + 4;
    told_->setGeometry(2, height() - tall - 2, width() - 4, tall);
}

void ScriptEditor::resizeEvent(QResizeEvent* e) {
    QPlainTextEdit::resizeEvent(e);
    tell();
}

bool ScriptEditor::mend(QKeyEvent* e) {
    const auto* m = markAtCursor();
    if (!m || !m->differs()) return false;
    const auto claim = *m;
    if (e->modifiers() & Qt::AltModifier)
        emit leaveWanted(claim);
    else if (e->modifiers() & Qt::ShiftModifier) {
        if (!canBeAdvice(claim)) return false;
        emit adviceWanted(claim);
    } else {
        const auto words = correct_ ? correct_(toPlainText(), claim) : QString();
        if (words.isEmpty()) return false;
        auto c = textCursor(); // as one step that can be taken back
        c.select(QTextCursor::Document);
        c.insertText(words);
        setTextCursor(c);
    }
    return true;
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
