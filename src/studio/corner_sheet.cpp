// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/corner_sheet.h"

#include "core/words/draft.h"
#include "picture/tokens.h"
#include "studio/study_text.h"
#include "studio/style.h"

#include <algorithm>
#include <QAbstractItemView>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QTimer>
#include <QVBoxLayout>

namespace hl {
namespace {

enum Column { Driven, Advised, Look, Backup };

QString kindText(const GuideCorner& c) {
    QString s = (c.side == Side::Left ? QObject::tr("left") : QObject::tr("right")) + QLatin1Char(' ') +
                QString::fromStdString(c.kind);
    s += QObject::tr(", %1\u00b0, radius %2 m").arg(std::lround(deg(c.angleRad))).arg(std::lround(c.minRadiusM));
    if (!c.complex.empty()) s += QObject::tr(", driven with %1").arg(QString::fromStdString(c.complex));
    return s;
}

const Advice* adviceOf(const GuideCorner& c, Topic t) {
    const auto a = std::find_if(c.advice.begin(), c.advice.end(), [t](const Advice& x) { return x.topic == t; });
    return a == c.advice.end() ? nullptr : &*a;
}

/// Empty advice reads "same" and is edited as empty.
class AdvisedItem : public QTableWidgetItem {
  public:
    using QTableWidgetItem::QTableWidgetItem;
    QVariant data(int role) const override {
        const auto value = QTableWidgetItem::data(role);
        return role == Qt::DisplayRole && value.toString().isEmpty() ? QVariant(QObject::tr("same")) : value;
    }
};

} // namespace

QString topicName(Topic t) {
    switch (t) {
    case Topic::Approach: return QObject::tr("Approach");
    case Topic::Brake: return QObject::tr("Brake");
    case Topic::Gears: return QObject::tr("Gears");
    case Topic::TurnIn: return QObject::tr("Turn-in");
    case Topic::Apex: return QObject::tr("Apex");
    case Topic::Slowest: return QObject::tr("Slowest");
    case Topic::Power: return QObject::tr("Power");
    case Topic::Exit: return QObject::tr("Exit");
    case Topic::Kerb: return QObject::tr("Kerb");
    case Topic::Limits: return QObject::tr("Limits");
    case Topic::Free: return QObject::tr("Note");
    }
    return {};
}

CornerSheet::CornerSheet(Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), title_(headline({})), kind_(quiet({})), consequence_(new QComboBox),
      table_(new QTableWidget), study_(quiet({})) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 18, 16, 8);
    column->setSpacing(2);
    auto* top = new QHBoxLayout;
    top->addWidget(title_, 1);
    top->addWidget(consequence_);
    column->addLayout(top);
    consequence_->setObjectName(QStringLiteral("consequence"));
    consequence_->setAccessibleName(tr("What happens when it goes wrong in this corner"));
    consequence_->setToolTip(consequence_->accessibleName());
    consequence_->view()->setAccessibleName(consequence_->accessibleName());
    for (const auto& words : {tr("if it goes wrong: not rated"), tr("1: room to run off"),
                              tr("2: grass, gravel, damage"), tr("3: wall or worse")})
        consequence_->addItem(words);
    connect(consequence_, &QComboBox::activated, this, [this](int rating) {
        if (const auto* c = desk_.chosen())
            desk_.edit({tr("Consequence").toStdString(),
                        [n = c->number, rating](Guide g) { return withConsequence(std::move(g), n, rating); }});
    });
    column->addWidget(kind_);
    column->addSpacing(8);
    column->addWidget(table_, 1);
    column->addWidget(study_);
    study_->setObjectName(QStringLiteral("study"));
    study_->setAccessibleName(tr("What the laps of this log say of the corner"));
    study_->setWordWrap(true);
    study_->setContentsMargins(0, 6, 8, 4);
    table_->setObjectName(QStringLiteral("cornerSheet"));
    table_->setAccessibleName(tr("Corner sheet: as driven, as advised, look for"));
    table_->setColumnCount(4);
    table_->setHorizontalHeaderLabels({tr("As driven"), tr("As advised"), tr("Look for"), tr("When it is gone")});
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setCornerButtonEnabled(false);
    table_->setTextElideMode(Qt::ElideNone);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->verticalHeader()->setHighlightSections(false);
    table_->setWordWrap(true);
    table_->setShowGrid(false);
    table_->setTabKeyNavigation(true);
    connect(table_, &QTableWidget::cellChanged, this, &CornerSheet::take);
    connect(&desk_, &Desk::cornerChosen, this, &CornerSheet::refresh);
    connect(&desk_, &Desk::changed, this, &CornerSheet::refresh);
    connect(&desk_, &Desk::opened, this, &CornerSheet::refresh);
}

/// Measured facts are the longest; the other columns share the rest.
void CornerSheet::resizeEvent(QResizeEvent* e) {
    QWidget::resizeEvent(e);
    QTimer::singleShot(0, this, [this] { // once the row names have their width
        const int room = table_->viewport()->width();
        for (const auto& [column, share] :
             {std::pair(Driven, 0.32), std::pair(Advised, 0.20), std::pair(Look, 0.23), std::pair(Backup, 0.25)})
            table_->setColumnWidth(column, static_cast<int>(room * share));
        table_->resizeRowsToContents();
    });
}

void CornerSheet::refresh() {
    const auto* c = desk_.chosen();
    const auto* f = desk_.factsOf(desk_.corner());
    if (!c || !f) return;
    filling_ = true;
    title_->setText(QString::number(c->number) +
                    (c->name.empty() ? QString() : QStringLiteral(" \u00b7 ") + QString::fromStdString(c->name)));
    kind_->setText(kindText(*c));
    study_->setText(studyText(desk_.material(), desk_.guide(), c->number));
    consequence_->setVisible(desk_.guide().scene.realTrack);
    consequence_->setCurrentIndex(c->consequence);
    topics_.clear();
    for (const Topic t : kTopics)
        if (t != Topic::Free) topics_ << t;
    table_->setRowCount(static_cast<int>(topics_.size()));
    for (int row = 0; row < topics_.size(); ++row) {
        const auto* a = adviceOf(*c, topics_[row]);
        table_->setVerticalHeaderItem(row, new QTableWidgetItem(topicName(topics_[row])));
        const auto words = QString::fromStdString(drivenText(topics_[row], *c, *f));
        auto* driven = new QTableWidgetItem(words.isEmpty() ? tr("not measured") : words);
        if (words.isEmpty()) driven->setForeground(QColor(look::kInkQuiet));
        driven->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
        table_->setItem(row, Driven, driven);
        auto* advised = new AdvisedItem(a ? QString::fromStdString(a->advised) : QString());
        if (a && !a->advised.empty()) {
            advised->setBackground(QColor(look::kLampPaper));
            advised->setForeground(QColor(look::kLampInk));
            advised->setFont(look::text(14, look::Weight::Heavy));
        }
        if (!a || a->advised.empty()) advised->setForeground(QColor(look::kInkQuiet));
        advised->setToolTip(tr("Empty means the same as driven"));
        table_->setItem(row, Advised, advised);
        table_->setItem(row, Look, new QTableWidgetItem(a ? QString::fromStdString(a->lookFor) : QString()));
        table_->setItem(row, Backup, new QTableWidgetItem(a ? QString::fromStdString(a->backup) : QString()));
    }
    table_->resizeRowsToContents();
    filling_ = false;
}

void CornerSheet::take(int row, int) {
    const auto* c = desk_.chosen();
    if (filling_ || !c || row >= topics_.size()) return;
    const auto cell = [&](Column k) {
        return table_->item(row, k)->data(Qt::EditRole).toString().trimmed().toStdString();
    };
    const Advice advice{topics_[row], cell(Advised), cell(Look), cell(Backup)};
    const auto* old = adviceOf(*c, advice.topic);
    if (old && *old == advice) return;
    desk_.edit({tr("Advice for %1").arg(topicName(advice.topic)).toStdString(),
                [number = c->number, advice](Guide g) { return withAdvice(std::move(g), number, advice); }});
}

} // namespace hl
