// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/script_delegate.h"

#include "picture/tokens.h"
#include "studio/stations/words/script_editor.h"
#include "studio/stations/words/script_model.h"

#include <cmath>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>
#include <QTextLayout>

namespace hl {
namespace {

constexpr int kLeastEditor = 108; // words, and what the lap shows below them
constexpr int kPad = 5, kWave = 18, kCornerRow = 46, kSectionRow = 34, kPassRow = 26;
const QMargins kCell(6, kPad, 6, kPad);

QFont wordsFont() { return look::text(14); }
QFont smallFont() { return look::text(look::kTiny); }

/// Lines of a text in a width; their height, and drawn where a painter is given.
double layText(QPainter* p, const QPointF& at, const QString& text, const QFont& font, double width,
               const QVector<QTextLayout::FormatRange>& formats = {}) {
    QTextLayout layout(text, font);
    layout.setFormats(formats);
    layout.beginLayout();
    double y = 0;
    for (auto line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(width);
        line.setPosition({0, y});
        y += line.height();
    }
    layout.endLayout();
    if (p) layout.draw(p, at);
    return y;
}

/// Values of the lap stand out from what was typed, and so does what the words claim.
QVector<QTextLayout::FormatRange> formatsOf(const ScriptBeat& b) {
    QVector<QTextLayout::FormatRange> out;
    for (const auto& m : b.marks) {
        QTextLayout::FormatRange f;
        f.start = m.from, f.length = m.length, f.format = formatOf(m);
        out.push_back(f);
    }
    for (const auto& s : b.said.spans) {
        const auto letters = [&](std::size_t byte) {
            return static_cast<int>(QString::fromStdString(b.said.text.substr(0, byte)).size());
        };
        QTextLayout::FormatRange f;
        f.start = letters(s.from), f.length = letters(s.to) - f.start;
        f.format.setForeground(QColor(s.known ? look::kPowerInk : look::kWrong));
        f.format.setFontItalic(true);
        out.push_back(f);
    }
    return out;
}

/// In, round, out: which way and how far the road turns.
void paintShape(QPainter& p, const QRectF& box, const CornerShape& c) {
    const double turn = std::clamp(c.angleRad, 0.35, 3.3), sign = c.side == Side::Left ? 1 : -1;
    QPolygonF line;
    QPointF at(0, 0);
    double heading = M_PI / 2;
    line << at;
    const auto go = [&](double length, double bend) {
        constexpr int kSteps = 14;
        for (int k = 0; k < kSteps; ++k) {
            heading += bend / kSteps;
            at += QPointF(std::cos(heading), -std::sin(heading)) * (length / kSteps);
            line << at;
        }
    };
    go(1, 0), go(1.1, sign * turn), go(1, 0);
    const auto bounds = line.boundingRect();
    const double scale =
        std::min(box.width() / std::max(0.4, bounds.width()), box.height() / std::max(0.4, bounds.height()));
    QPainterPath path;
    for (int k = 0; k < line.size(); ++k) {
        const auto point = box.center() + (line[k] - bounds.center()) * scale;
        k == 0 ? path.moveTo(point) : path.lineTo(point);
    }
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(QColor(look::kReed), 5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPath(path);
    p.restore();
}

} // namespace

ScriptDelegate::ScriptDelegate(Desk& desk, ScriptModel& model, QObject* parent)
    : QStyledItemDelegate(parent), desk_(desk), model_(model) {}

int ScriptDelegate::heightOf(int row, int wordsWidth) const {
    switch (model_.row(row).kind) {
    case ScriptRow::Kind::Corner: return kCornerRow;
    case ScriptRow::Kind::Section: return kSectionRow;
    case ScriptRow::Kind::Pass: return kPassRow;
    case ScriptRow::Kind::Beat: break;
    }
    const auto& b = model_.beat(row);
    const double width = wordsWidth - kCell.left() - kCell.right();
    double height = layText(nullptr, {}, b.words.isEmpty() ? QStringLiteral("x") : b.words, wordsFont(), width);
    if (!b.wave.isEmpty()) height += kWave + 3;
    for (const auto& n : b.notes) height += 3 + layText(nullptr, {}, n.text, smallFont(), width - 12);
    return std::max(34, static_cast<int>(std::ceil(height)) + 2 * kPad);
}

void ScriptDelegate::paint(QPainter* p, const QStyleOptionViewItem& o, const QModelIndex& index) const {
    const int row = index.row();
    p->save();
    p->setClipRect(o.rect);
    const auto& w = model_.row(row);
    if (w.beat) {
        const bool chosen = o.state & QStyle::State_Selected;
        if (w.beat == model_.lit())
            p->fillRect(o.rect, QColor(look::kLampPaper));
        else if (chosen)
            p->fillRect(o.rect, QColor(look::kPaperShade));
        p->setPen(QColor(look::kRule));
        p->drawLine(o.rect.bottomLeft(), o.rect.bottomRight());
        const auto cell = o.rect.marginsRemoved(kCell);
        p->setPen(QColor(look::kInkQuiet));
        p->setFont(look::text(look::kSmall));
        switch (index.column()) {
        case ScriptModel::At: p->drawText(cell, Qt::AlignRight | Qt::AlignTop, index.data().toString()); break;
        case ScriptModel::Cue:
            layText(p, cell.topLeft(), index.data().toString(), look::text(look::kSmall), cell.width());
            break;
        case ScriptModel::Words: paintWords(*p, cell, row); break;
        case ScriptModel::Time: paintTime(*p, cell, row); break;
        default: break;
        }
        if (o.state & QStyle::State_HasFocus) {
            p->setPen(QPen(QColor(look::kLampInk), 2));
            p->drawRect(o.rect.adjusted(1, 1, -1, -1));
        }
    } else {
        paintHeading(*p, o.rect, row);
        if (o.state & QStyle::State_HasFocus) {
            p->setPen(QPen(QColor(look::kLampInk), 2));
            p->drawRect(o.rect.adjusted(1, 1, -1, -1));
        }
    }
    p->restore();
}

void ScriptDelegate::paintHeading(QPainter& p, const QRect& r, int row) const {
    const auto& w = model_.row(row);
    const bool corner = w.kind == ScriptRow::Kind::Corner, pass = w.kind == ScriptRow::Kind::Pass;
    int x = r.left() + 6;
    const QRect line(r.left(), r.top() + (corner ? 10 : 4), r.width(), r.height() - (corner ? 10 : 4));
    const auto font = look::text(corner ? 18 : pass ? look::kSmall : look::kText, look::Weight::Heavy);
    const auto* c = corner ? cornerWith(desk_.guide(), w.corner) : nullptr;
    if (c) {
        paintShape(p, QRectF(x + 6, line.top() + 4, 40, line.height() - 8), *c);
        x += 60;
        p.setFont(font);
        p.setPen(QColor(look::kLampInk));
        const auto number = QString::number(c->number);
        p.drawText(QRect(x, line.top(), r.width(), line.height()), Qt::AlignVCenter, number);
        x += QFontMetrics(font).horizontalAdvance(number) + 8;
    } else if (pass)
        x += 74;
    p.setFont(font);
    p.setPen(QColor(pass ? look::kInkQuiet : look::kInk));
    const auto text = c ? QString::fromStdString(c->name) : model_.heading(row);
    p.drawText(QRect(x, line.top(), r.width(), line.height()), Qt::AlignVCenter, text);
    x += QFontMetrics(font).horizontalAdvance(text) + 14;
    p.setFont(look::text(look::kSmall));
    p.setPen(QColor(look::kInkQuiet));
    const QRect rest(x, line.top() + 1, r.right() - x - 6, line.height());
    p.drawText(rest, Qt::AlignVCenter,
               QFontMetrics(p.font()).elidedText(model_.beside(row), Qt::ElideRight, rest.width()));
    if (!pass) {
        p.setPen(QColor(look::kRule));
        p.drawLine(r.bottomLeft(), r.bottomRight());
    }
}

void ScriptDelegate::paintWords(QPainter& p, const QRect& r, int row) const {
    const auto& b = model_.beat(row);
    p.setPen(QColor(look::kInk));
    double y = r.top();
    if (b.words.isEmpty()) {
        p.setPen(QColor(look::kInkQuiet));
        y += layText(&p, r.topLeft(), tr("type what is said here"), wordsFont(), r.width());
    } else
        y += layText(&p, r.topLeft(), b.words, wordsFont(), r.width(), formatsOf(b));
    if (!b.wave.isEmpty()) {
        p.save();
        p.setPen(QPen(QColor(look::kLampInk), 1.4));
        constexpr int kLevel = 110; // px that the level's words take behind the wave
        const double middle = y + 3 + kWave / 2.0,
                     step = static_cast<double>(r.width() - kLevel) / static_cast<double>(b.wave.size());
        for (int k = 0; k < b.wave.size(); ++k) {
            const double half = std::max(0.5, b.wave[k] * (kWave / 2.0 - 1)), x = r.left() + (k + 0.5) * step;
            p.drawLine(QPointF(x, middle - half), QPointF(x, middle + half));
        }
        p.setFont(smallFont());
        p.setPen(QColor(b.levelWrong ? look::kWrong : look::kInkQuiet));
        p.drawText(QRectF(r.right() - kLevel + 8, y + 3, kLevel - 8, kWave), Qt::AlignVCenter, b.level);
        p.restore();
        y += kWave + 3;
    }
    for (const auto& n : b.notes) {
        const auto font = smallFont();
        const double h = layText(nullptr, {}, n.text, font, r.width() - 12);
        p.fillRect(QRectF(r.left(), y + 3, 3, h), QColor(n.wrong ? look::kWrong : look::kLampInk));
        p.setPen(QColor(n.wrong ? look::kWrong : look::kLampInk));
        layText(&p, QPointF(r.left() + 10, y + 3), n.text, font, r.width() - 12);
        y += 3 + h;
    }
}

void ScriptDelegate::paintTime(QPainter& p, const QRect& r, int row) const {
    const auto& t = model_.beat(row).time;
    if (t.spokenS <= 0) {
        if (!model_.beat(row).words.isEmpty()) p.drawText(r, Qt::AlignTop, tr("not spoken"));
        return;
    }
    QString pace;
    if (t.standsS > 0.05)
        pace = tr("stands %1 s").arg(t.standsS, 0, 'f', 1);
    else if (t.quarterS > 0.05)
        pace = tr("\u00bc speed");
    else if (t.halfS > 0.05)
        pace = tr("\u00bd speed");
    p.setPen(QColor(look::kInk));
    const auto length = tr("%1 s").arg(t.spokenS, 0, 'f', 1);
    p.drawText(r, Qt::AlignTop, length);
    p.setPen(QColor(look::kInkQuiet));
    p.setFont(smallFont());
    p.drawText(r.adjusted(0, 1, 0, 0), Qt::AlignTop | Qt::AlignRight, pace);
    if (t.allS() <= 0) return;
    // From light to dark as the picture slows down; it is said above in words as well.
    const QRectF bar(r.left(), r.top() + 19, r.width(), 6);
    double x = bar.left();
    for (const auto& [s, colour] : {std::pair(t.fullS, look::kRule), std::pair(t.halfS, look::kLamp),
                                    std::pair(t.quarterS, look::kLampInk), std::pair(t.standsS, look::kInk)}) {
        const double width = bar.width() * s / t.allS();
        p.fillRect(QRectF(x, bar.top(), width, bar.height()), QColor(colour));
        x += width;
    }
}

QWidget* ScriptDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem& o, const QModelIndex& i) const {
    if (i.column() != ScriptModel::Words) return QStyledItemDelegate::createEditor(parent, o, i);
    auto* editor = new ScriptEditor(parent);
    editor->setAccessibleName(tr("Words"));
    editor->offer(desk_.guide());
    const auto beat = model_.row(i.row()).beat;
    editor->readWith([this, beat](const QString& typed) { return marksOfTyped(desk_, beat, typed); });
    editor->correctWith(
        [this, beat](const QString& typed, const WordMark& m) { return correctedWords(desk_, beat, typed, m); });
    auto* self = const_cast<ScriptDelegate*>(this);
    connect(editor, &ScriptEditor::done, self, [self, editor] {
        emit self->commitData(editor);
        emit self->closeEditor(editor);
    });
    connect(editor, &ScriptEditor::splitWanted, self, [self, editor, row = i.row()](int letter) {
        emit self->commitData(editor);
        emit self->closeEditor(editor);
        emit self->splitWanted(row, letter);
    });
    connect(editor, &ScriptEditor::adviceWanted, self, [self, editor, beat](const WordMark& m) {
        emit self->commitData(editor);
        emit self->closeEditor(editor);
        emit self->adviceWanted(beat, m);
    });
    connect(editor, &ScriptEditor::leaveWanted, self, [self, editor, beat](const WordMark& m) {
        emit self->commitData(editor);
        emit self->closeEditor(editor);
        emit self->leaveWanted(beat, m);
    });
    connect(editor, &ScriptEditor::left, self, [self, editor] { emit self->closeEditor(editor, RevertModelCache); });
    return editor;
}

/// The editor knows itself what Escape, Return and Tab mean while something is offered.
bool ScriptDelegate::eventFilter(QObject* o, QEvent* e) {
    const auto* editor = qobject_cast<ScriptEditor*>(o);
    if (editor && e->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(e)->key();
        const bool tab = key == Qt::Key_Tab && editor->offers();
        if (key == Qt::Key_Escape || key == Qt::Key_Return || key == Qt::Key_Enter || tab) return false;
    }
    if (editor && e->type() == QEvent::FocusOut && editor->offers()) return false; // to the list
    return QStyledItemDelegate::eventFilter(o, e);
}

void ScriptDelegate::setEditorData(QWidget* w, const QModelIndex& i) const {
    auto* editor = qobject_cast<ScriptEditor*>(w);
    if (!editor) return QStyledItemDelegate::setEditorData(w, i);
    if (editor->toPlainText().isEmpty()) {
        editor->setPlainText(i.data(Qt::EditRole).toString());
        editor->moveCursor(QTextCursor::End);
    }
}

void ScriptDelegate::setModelData(QWidget* w, QAbstractItemModel* m, const QModelIndex& i) const {
    if (auto* editor = qobject_cast<ScriptEditor*>(w))
        m->setData(i, editor->toPlainText());
    else
        QStyledItemDelegate::setModelData(w, m, i);
}

void ScriptDelegate::updateEditorGeometry(QWidget* w, const QStyleOptionViewItem& o, const QModelIndex&) const {
    w->setGeometry(o.rect.adjusted(0, 0, 0, std::max(0, kLeastEditor - o.rect.height())));
}

} // namespace hl
