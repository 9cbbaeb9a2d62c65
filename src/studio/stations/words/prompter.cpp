// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/prompter.h"

#include "core/units/numbers.h"
#include "core/words/live_values.h"
#include "picture/tokens.h"
#include "studio/speaking/speak_over.h"
#include "studio/stations/words/script_rows.h"
#include "studio/widgets/style.h"

#include <QKeyEvent>
#include <QPainter>
#include <QTextLayout>

namespace hl {
namespace {

QString paceText(double rate, bool card) {
    if (card) return QObject::tr("card");
    switch (paceOf(rate)) {
    case Pace::Full: return QObject::tr("full speed");
    case Pace::Half: return QObject::tr("\u00bd speed");
    case Pace::ThreeQuarters: return QObject::tr("\u00be speed");
    case Pace::Quarter: return QObject::tr("\u00bc speed");
    case Pace::Standing: return QObject::tr("picture stands");
    }
    return {};
}

/// In the middle of a width; its height.
double layText(QPainter& p, const QString& text, const QFont& font, QRectF box, QRgb colour, int said = 0) {
    QTextLayout layout(text, font);
    QTextLayout::FormatRange dim;
    dim.start = 0, dim.length = said;
    dim.format.setForeground(QColor(look::kMarsh600).lighter(140));
    layout.setFormats({dim});
    layout.beginLayout();
    double y = 0;
    for (auto line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(box.width());
        line.setPosition({0, y});
        y += 1.15 * line.height();
    }
    layout.endLayout();
    p.setPen(QColor(colour));
    layout.draw(&p, box.topLeft());
    return y;
}

} // namespace

Prompter::Prompter(Desk& desk, Player& player, const SpeakOver& over, QWidget* parent)
    : QWidget(parent, Qt::Window), desk_(desk), player_(player), over_(over) {
    setObjectName(QStringLiteral("prompter"));
    setWindowTitle(tr("High Lantern: the words to speak"));
    setAccessibleName(windowTitle());
    resize(1100, 620);
    connect(&player_, &Player::moved, this, &Prompter::follow);
    connect(&desk_, &Desk::cutChanged, this, &Prompter::follow);
    connect(&desk_, &Desk::opened, this, [this] { show({}, -1); });
}

QString Prompter::words(BeatId beat) const {
    return desk_.isOpen() && beat ? QString::fromStdString(asSaid(desk_.guide(), desk_.session().measured, beat).text)
                                  : QString();
}

BeatId Prompter::after(BeatId beat) const {
    bool found = false;
    for (const auto& r : scriptRows(desk_.guide()))
        if (r.beat == beat)
            found = true;
        else if (found && r.beat)
            return r.beat;
    return {};
}

void Prompter::put(BeatId beat, double spokenS, double lengthS, const QString& about) {
    beat_ = beat;
    now_ = words(beat), next_ = desk_.isOpen() ? words(after(beat)) : QString(), about_ = about;
    share_ = lengthS > 0 ? std::clamp(spokenS / lengthS, 0.0, 1.0) : 0;
    said_ = 0;
    const auto speech = desk_.speeches().of(beat, false);
    if (spokenS > 0 && speech) {
        for (const auto& w : speech->words)
            if (w.startS < spokenS)
                said_ = static_cast<int>(
                    QString::fromStdString(speech->text.substr(0, std::min(w.from, speech->text.size()))).size());
        if (speech->words.empty()) said_ = static_cast<int>(share_ * static_cast<double>(now_.size()));
    }
    setAccessibleDescription(about_ + QStringLiteral(". ") + now_);
    update();
}

void Prompter::show(BeatId beat, double spokenS) {
    const auto* c = desk_.isOpen() ? cornerOf(desk_.guide(), beat) : nullptr;
    const auto speech = desk_.speeches().of(beat, false);
    const double length = speech ? speech->lengthS : 0;
    auto about = c ? QString::fromStdString(title(*c)) : QString();
    if (length > 0)
        about += (about.isEmpty() ? QString() : QStringLiteral("   ")) +
                 tr("%1 s").arg(std::max(0.0, length - std::max(0.0, spokenS)), 0, 'f', 1);
    put(beat, spokenS, length, about);
}

/// While the guide runs its own plan tells what is said; between words those that come.
void Prompter::follow() {
    if (!isVisible() || !desk_.isOpen() || player_.mode() != Player::Mode::Guide) return;
    const auto t = at<GuideTime>(player_.guideTime());
    const auto* spoken = spokenAt(desk_.cut(), t);
    const Spoken* coming = nullptr;
    for (const auto& s : desk_.cut().sections)
        for (const auto& w : s.spoken)
            if (!coming && w.start >= t) coming = &w;
    const auto* w = spoken ? spoken : coming;
    if (!w) return;
    const auto now = momentAt(desk_.cut(), t);
    const auto* c = cornerWith(desk_.guide(), w->corner);
    QStringList about;
    if (c) about << QString::fromStdString(title(*c));
    if (now.shot) about << paceText(now.shot->rate, now.shot->kind == ShotKind::Card);
    about << (spoken ? tr("%1 s left").arg((w->end - t).count(), 0, 'f', 1)
                     : tr("in %1 s").arg((w->start - t).count(), 0, 'f', 1));
    if (over_.running()) about << tr("%1 to the end").arg(clockText(over_.leftS()));
    if (w->cue()) {
        now_ = QString::fromStdString(w->text()), next_.clear(), about_ = about.join(QStringLiteral("   "));
        said_ = 0, share_ = 0;
        return update();
    }
    put(w->beat(), spoken ? (t - w->start).count() : -1, (w->end - w->start).count(),
        about.join(QStringLiteral("   ")));
}

void Prompter::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), QColor(look::kMarsh900));
    // As large as the words of now and the next ones leave it.
    double size = std::clamp(width() / 12.0, 22.0, 96.0);
    const auto letters = static_cast<double>(now_.size()) + 0.5 * static_cast<double>(next_.size());
    while (size > 22 && letters * 0.55 * size * 1.3 * size > 0.55 * (width() - 2 * size) * height()) size -= 2;
    const double pad = size;
    const QRectF box = QRectF(rect()).adjusted(pad, pad * 0.6, -pad, -pad * 0.6);
    double y = box.top() + layText(p, about_, look::text(size * 0.5, look::Weight::Strong), box, look::kLamp);
    const QRectF bar(box.left(), y + 6, box.width(), 6);
    p.fillRect(bar, QColor(look::kMarsh700));
    p.fillRect(QRectF(bar.left(), bar.top(), bar.width() * share_, bar.height()), QColor(look::kLamp));
    y = bar.bottom() + size * 0.5;
    const auto text = now_.isEmpty() ? tr("Choose some words, or let the guide run.") : now_;
    y += layText(p, text, look::text(size, look::Weight::Strong), {box.left(), y, box.width(), 0}, look::kMist, said_);
    if (!next_.isEmpty())
        layText(p, next_, look::text(size * 0.7), {box.left(), y + size * 0.5, box.width(), 0}, look::kReed);
}

void Prompter::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Escape) return hide();
    if (e->key() == Qt::Key_F11) return isFullScreen() ? showNormal() : showFullScreen();
    QWidget::keyPressEvent(e);
}

} // namespace hl
