// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/cut/shorten_note.h"

#include "core/cut/empty_sections.h"
#include "core/cut/would_help.h"
#include "core/guide/beat_edits.h"
#include "picture/paint_scene.h"
#include "studio/widgets/style.h"

#include <QHBoxLayout>

namespace hl {
namespace {

constexpr TaskKind kShortening{"what to leave out first"};

QString kindText(SectionKind kind) {
    const auto word = name(kind);
    return QString::fromLatin1(word.data(), static_cast<qsizetype>(word.size()))
        .replace(QLatin1Char('-'), QLatin1Char(' '));
}

} // namespace

ShortenNote::ShortenNote(Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), line_(quiet({})), first_(plainButton(tr("Leave out first"))),
      menu_(new QMenu(first_)) {
    first_->setObjectName(QStringLiteral("leaveOut"));
    first_->setAccessibleName(tr("What to leave out first, so that the guide is short enough"));
    first_->setMenu(menu_);
    first_->hide();
    line_->setWordWrap(true);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(line_, 1);
    row->addWidget(first_);
    connect(menu_, &QMenu::aboutToShow, this, &ShortenNote::fill);
    connect(&desk_, &Desk::cutChanged, this, &ShortenNote::look);
    connect(&desk_, &Desk::cornerChosen, this, &ShortenNote::write);
}

void ShortenNote::tell(const QString& ofTheCorner) {
    corner_ = ofTheCorner;
    write();
}

/// Hundreds of plans: off the interface's thread.
void ShortenNote::look() {
    proposals_.clear();
    write();
    const double budget = desk_.guide().cutWish.budgetS;
    if (budget <= 0 || desk_.cut().lengthS <= budget) return;
    desk_.tasks().start(
        this, kShortening,
        [g = desk_.guide(), s = desk_.sharedSession(), speeches = desk_.speeches(), budget](const Progress& progress) {
            const auto plan = plannerOf(g, *s, speeches);
            return leftOutFirst(g, budget,
                                [&](const Guide& tried) { return progress.cancelled() ? Cut{} : plan(tried); });
        },
        [this](std::vector<LeftOut> found) {
            proposals_ = std::move(found);
            write();
        });
}

void ShortenNote::write() {
    auto text = corner_;
    const auto& cut = desk_.cut();
    for (const auto& n : cut.noRoom)
        if (n.corner == desk_.corner() && n.section != SectionKind::Run) {
            text += tr(" \u00b7 no room: %1").arg(QString::fromStdString(wouldHelp(n, desk_.guide())));
            break;
        }
    const double budget = desk_.isOpen() ? desk_.guide().cutWish.budgetS : 0;
    if (budget > 0)
        text += cut.lengthS > budget ? tr(" \u00b7 %1 too long").arg(clockText(cut.lengthS - budget))
                                     : tr(" \u00b7 %1 left").arg(clockText(budget - cut.lengthS));
    QStringList empty;
    for (const auto kind : desk_.isOpen() ? emptySections(desk_.guide(), cut) : std::vector<SectionKind>{})
        empty << kindText(kind);
    if (!empty.empty())
        text += tr(" \u00b7 empty, to be written, drafted or dropped: %1").arg(empty.join(QStringLiteral(", ")));
    line_->setText(text);
    first_->setVisible(!proposals_.empty() || !empty.empty());
}

void ShortenNote::fill() {
    menu_->clear();
    for (const auto& l : proposals_) {
        const auto* b = beatWith(desk_.guide(), l.beat);
        const auto what = b ? QString::fromStdString(b->words).left(48) : QString::fromStdString(l.why);
        auto* a = menu_->addAction(tr("%1 s: %2").arg(l.savesS, 0, 'f', 1).arg(what), [this, l] {
            desk_.edit({tr("Left out").toStdString(), [l](Guide g) {
                            if (l.beat) return withoutBeat(std::move(g), l.beat);
                            for (auto& part : g.outline) std::erase(part.sections, l.section);
                            return g;
                        }});
        });
        a->setToolTip(QString::fromStdString(l.why));
    }
    for (const auto kind : emptySections(desk_.guide(), desk_.cut()))
        menu_->addAction(tr("Drop what is empty: %1").arg(kindText(kind)), [this, kind] {
            desk_.edit({tr("Section dropped").toStdString(), [kind](Guide g) {
                            for (auto& part : g.outline) std::erase(part.sections, kind);
                            return g;
                        }});
        });
    menu_->setToolTipsVisible(true);
}

} // namespace hl
