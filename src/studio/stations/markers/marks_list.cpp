// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/markers/marks_list.h"

#include "core/mark/mark_kind.h"
#include "picture/tokens.h"
#include "studio/views/edition_menu.h"
#include "studio/widgets/paper_table.h"

#include <algorithm>
#include <QHeaderView>

namespace hl {
namespace {

const std::vector<double> kShares{0.56, 0.44};

/// Only what differs from the usual: in the walk and in the run.
QString passesText(const Marker& m) {
    if (m.walk && m.run && !m.lap) return {};
    QStringList shows;
    if (m.walk) shows << QObject::tr("walk");
    if (m.run) shows << QObject::tr("run");
    if (m.lap) shows << QObject::tr("lap");
    return shows.isEmpty() ? QObject::tr("shown nowhere")
                           : QObject::tr("only in %1").arg(shows.join(QStringLiteral(", ")));
}

} // namespace

QString kindText(const Marker& m) {
    const auto* kind = markKindOf(m.kind);
    auto text = kind ? QString::fromUtf8(kind->name.data(), static_cast<qsizetype>(kind->name.size()))
                     : QString::fromStdString(m.kind);
    if (!m.way.empty()) text += QStringLiteral(": ") + QString::fromStdString(m.way);
    if (!m.label.empty() && m.label != text.toStdString()) {
        auto label = QString::fromStdString(m.label);
        if (kind == &kGearKeystoneMark) label.replace(QLatin1Char('>'), QStringLiteral(" \u2192 "));
        text += QStringLiteral(" \u00b7 ") + label;
    }
    return text;
}

QString whereText(const Desk& desk, const Marker& m) {
    if (const auto* in = std::get_if<InFilm>(&m.at)) {
        const auto& followed = desk.session().followed;
        const auto path = followed ? followed->find(m.id) : FollowedThings::const_iterator{};
        if (!followed || path == followed->end())
            return QObject::tr("on a thing, at %1 s of the film").arg(seconds(in->when), 0, 'f', 1);
        double held = 0;
        std::optional<double> unsure;
        for (std::size_t i = 1; i < path->second.size(); ++i) {
            const auto& p = path->second[i];
            if (p.held != Held::Lost) held += (p.when - path->second[i - 1].when).count();
            if (p.held != Held::Sure && p.when > in->when && !unsure) unsure = seconds(p.when);
        }
        auto text = QObject::tr("followed for %1 s").arg(held, 0, 'f', 1);
        if (const auto* thing = referenceWith(desk.guide(), m.thing))
            text = QObject::tr("at %1 m, ").arg(std::lround(thing->atM)) + text;
        if (unsure) text += QObject::tr("; not sure after %1 s: click it once more there").arg(*unsure, 0, 'f', 1);
        return text;
    }
    const auto at = roadPlace(desk.guide(), m.at);
    if (!at) return QObject::tr("in the picture");
    const auto from = std::lround(at->atM), to = std::lround(at->toM);
    auto text = from == to ? QObject::tr("%1 m").arg(from) : QObject::tr("%1 to %2 m").arg(from).arg(to);
    if (std::holds_alternative<OnReference>(m.at)) text += QObject::tr(", on the thing");
    if (!m.only.variant.empty()) text += QStringLiteral(" \u00b7 ") + variantText(desk.guide(), m.only.variant);
    if (m.only.depth)
        text +=
            *m.only.depth == Depth::Basic ? QObject::tr(" \u00b7 basic only") : QObject::tr(" \u00b7 advanced only");
    return text;
}

MarksList::MarksList(Desk& desk, QWidget* parent) : QTableWidget(parent), desk_(desk) {
    setObjectName(QStringLiteral("marks"));
    setAccessibleName(tr("Marks of this corner"));
    layOnPaper(*this, {tr("Mark"), tr("Where")});
    verticalHeader()->hide();
    connect(this, &QTableWidget::currentCellChanged, this, [this](int row) {
        if (!filling_ && row >= 0 && row < static_cast<int>(rows_.size()))
            emit markChosen(rows_[static_cast<std::size_t>(row)]);
    });
}

void MarksList::resizeEvent(QResizeEvent* e) {
    QTableWidget::resizeEvent(e);
    shareColumns(*this, kShares);
    resizeRowsToContents();
}

MarkerId MarksList::chosen() const {
    const int row = currentRow();
    return row >= 0 && row < static_cast<int>(rows_.size()) ? rows_[static_cast<std::size_t>(row)] : MarkerId{};
}

void MarksList::choose(MarkerId mark) {
    const auto it = std::find(rows_.begin(), rows_.end(), mark);
    filling_ = true;
    if (it == rows_.end())
        setCurrentCell(-1, -1);
    else
        setCurrentCell(static_cast<int>(it - rows_.begin()), 0);
    filling_ = false;
}

void MarksList::refresh() {
    const auto was = chosen();
    filling_ = true;
    rows_.clear();
    setRowCount(0);
    if (const auto* c = desk_.chosen()) {
        auto marks = c->markers;
        const auto metre = [&](const Marker& m) {
            const auto at = roadPlace(desk_.guide(), m.at);
            return at ? at->atM : -1e9;
        };
        std::stable_sort(marks.begin(), marks.end(),
                         [&](const Marker& a, const Marker& b) { return metre(a) < metre(b); });
        setRowCount(static_cast<int>(marks.size()));
        for (int row = 0; row < rowCount(); ++row) {
            const auto& m = marks[static_cast<std::size_t>(row)];
            rows_.push_back(m.id);
            auto* what = putCell(*this, row, 0, kindText(m));
            auto font = what->font();
            font.setWeight(QFont::DemiBold);
            what->setFont(font);
            const auto passes = passesText(m);
            putCell(*this, row, 1,
                    whereText(desk_, m) + (passes.isEmpty() ? QString() : QStringLiteral(" \u00b7 ") + passes));
        }
        shareColumns(*this, kShares);
        resizeRowsToContents();
    }
    filling_ = false;
    choose(was);
}

} // namespace hl
