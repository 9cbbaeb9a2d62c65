// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/publish/check_list.h"

#include "core/guide/edits.h"
#include "core/words/live_values.h"
#include "picture/tokens.h"
#include "studio/stations/words/word_marks.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <QInputDialog>
#include <QKeyEvent>

namespace hl {
namespace {

constexpr int kFinding = Qt::UserRole; ///< place in the desk's findings; none for a heading
constexpr ToDo kGroups[] = {ToDo::PutRight, ToDo::Complete, ToDo::MakeSure, ToDo::MakeReadable, ToDo::Shorten};

QString severityText(Severity s) {
    if (s == Severity::Wrong) return QObject::tr("wrong");
    return s == Severity::Warn ? QObject::tr("look") : QObject::tr("note");
}

/// The claim of a finding where it stands in the words, the cue or the caption; none where it is no claim.
std::optional<WordMark> markOf(const Desk& desk, const Finding& f) {
    const auto* b = desk.isOpen() && f.found ? beatWith(desk.guide(), f.beat) : nullptr;
    if (!b) return std::nullopt;
    for (const auto& m : marksOfTyped(desk, f.beat, QString::fromStdString(textOf(*b, f.found->in))))
        if (m.read.claim.kind == f.found->claim.kind && m.read.said == f.claim && m.differs()) return m;
    return std::nullopt;
}

QString keysOf(const Desk& desk, const Finding& f) {
    const auto m = markOf(desk, f);
    const auto* b = m ? beatWith(desk.guide(), f.beat) : nullptr;
    if (!b) return f.severity == Severity::Note ? QString() : QObject::tr("Ctrl+Alt+M: it is on purpose");
    QStringList keys;
    if (!correctedWords(desk, f.beat, QString::fromStdString(textOf(*b, f.found->in)), *m).isEmpty())
        keys << QObject::tr("Ctrl+M writes what was measured");
    if (canBeAdvice(*m)) keys << QObject::tr("Ctrl+Shift+M makes it advice");
    keys << QObject::tr("Ctrl+Alt+M leaves it");
    return keys.join(QStringLiteral("  \u00b7  "));
}

} // namespace

QString toDoText(ToDo what) {
    switch (what) {
    case ToDo::PutRight: return QObject::tr("Put right");
    case ToDo::Complete: return QObject::tr("Complete");
    case ToDo::MakeSure: return QObject::tr("Make sure");
    case ToDo::MakeReadable: return QObject::tr("Let it be seen and read");
    case ToDo::Shorten: return QObject::tr("Shorten");
    }
    return {};
}

CheckList::CheckList(Desk& desk, QWidget* parent) : QListWidget(parent), desk_(desk) {
    setObjectName(QStringLiteral("findings"));
    setAccessibleName(tr("What to look at before publishing. Enter goes there."));
    setWordWrap(true);
    setMinimumHeight(60);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    connect(this, &QListWidget::itemActivated, this, &CheckList::jump);
    connect(this, &QListWidget::currentItemChanged, this, [this](QListWidgetItem* now, QListWidgetItem* before) {
        // What can be done stands with the chosen one only.
        for (auto* item : {before, now}) {
            if (!item || item->data(kFinding).isNull()) continue;
            const auto i = static_cast<std::size_t>(item->data(kFinding).toInt());
            if (i >= desk_.look().findings.size()) continue;
            const auto& f = desk_.look().findings[i];
            auto text = severityText(f.severity) + QStringLiteral("   ") + QString::fromStdString(f.message);
            if (item == now)
                if (const auto keys = keysOf(desk_, f); !keys.isEmpty()) text += QStringLiteral("\n          ") + keys;
            item->setText(text);
        }
    });
}

const Finding* CheckList::chosen() const {
    const auto* item = currentItem();
    if (!item || item->data(kFinding).isNull()) return nullptr;
    const auto i = static_cast<std::size_t>(item->data(kFinding).toInt());
    return i < desk_.look().findings.size() ? &desk_.look().findings[i] : nullptr;
}

void CheckList::choose(int finding) {
    for (int i = 0; i < count(); ++i)
        if (const auto d = item(i)->data(kFinding); !d.isNull() && d.toInt() == finding) setCurrentItem(item(i));
}

void CheckList::add(std::size_t i) {
    const auto& f = desk_.look().findings[i];
    auto* item =
        new QListWidgetItem(severityText(f.severity) + QStringLiteral("   ") + QString::fromStdString(f.message), this);
    item->setData(kFinding, static_cast<int>(i));
    item->setForeground(QColor(f.severity == Severity::Wrong  ? look::kWrong
                               : f.severity == Severity::Warn ? look::kLampInk
                                                              : look::kInk));
}

void CheckList::refresh() {
    const int was = currentRow();
    QSignalBlocker quietly(this);
    clear();
    const auto& found = desk_.look().findings;
    for (const auto group : kGroups) {
        const auto in = std::count_if(found.begin(), found.end(), [&](const Finding& f) { return toDo(f) == group; });
        if (in == 0) continue;
        auto* heading = new QListWidgetItem(QStringLiteral("%1 (%2)").arg(toDoText(group)).arg(in), this);
        heading->setFlags(Qt::ItemIsEnabled);
        heading->setFont(look::text(look::kText, look::Weight::Heavy));
        heading->setForeground(QColor(look::kInk));
        for (const auto severity : {Severity::Wrong, Severity::Warn, Severity::Note})
            for (std::size_t i = 0; i < found.size(); ++i)
                if (toDo(found[i]) == group && found[i].severity == severity) add(i);
    }
    // One goes on where one was.
    quietly.unblock();
    if (was >= 0 && count() > 0) setCurrentRow(std::min(was, count() - 1));
}

void CheckList::jump() {
    const auto* f = chosen();
    if (!f) return;
    if (const auto station = mendedAt(*f))
        emit stationWanted(*station, f->corner);
    else
        emit wanted(f->corner, f->beat);
}

void CheckList::correct() {
    const auto* f = chosen();
    if (!f) return;
    if (const auto m = markOf(desk_, *f)) correctWords(desk_, f->beat, *m, f->found->in);
}

void CheckList::advise() {
    const auto* f = chosen();
    if (!f) return;
    if (const auto m = markOf(desk_, *f)) makeAdvice(desk_, f->beat, *m);
}

void CheckList::leaveIt() {
    const auto* f = chosen();
    if (!f) return;
    if (const auto m = markOf(desk_, *f)) return askToLeave(desk_, f->beat, *m, this);
    bool ok = false;
    const auto why =
        QInputDialog::getText(this, tr("On purpose"), tr("%1. Why is it so?").arg(QString::fromStdString(f->message)),
                              QLineEdit::Normal, {}, &ok);
    if (ok && !why.simplified().isEmpty()) answer(why.simplified());
}

void CheckList::answer(const QString& why) {
    const auto* f = chosen();
    if (!f) return;
    desk_.edit({tr("On purpose").toStdString(), [a = OnPurpose{f->rule, f->corner, f->beat, why.toStdString()}](
                                                    Guide g) { return withAnswer(std::move(g), a); }});
}

void CheckList::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) return jump();
    QListWidget::keyPressEvent(e);
}

} // namespace hl
