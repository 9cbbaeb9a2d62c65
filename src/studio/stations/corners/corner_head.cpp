// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/corner_head.h"

#include "picture/tokens.h"
#include "store/corner_list.h"
#include "studio/widgets/style.h"

#include <QAbstractItemView>
#include <QActionGroup>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace hl {
namespace {

QString kindWord(const std::string& kind) {
    const std::pair<const char*, QString> words[] = {{"hairpin", QObject::tr("hairpin")},
                                                     {"double apex", QObject::tr("double apex")},
                                                     {"tightening", QObject::tr("tightening bend")},
                                                     {"opening", QObject::tr("opening bend")},
                                                     {"sweeper", QObject::tr("sweeper")},
                                                     {"kink", QObject::tr("kink")}};
    for (const auto& [key, word] : words)
        if (kind == key) return word;
    return QObject::tr("bend");
}

QString kindText(const GuideCorner& c, const QString& together) {
    QString s =
        (c.side == Side::Left ? QObject::tr("left") : QObject::tr("right")) + QLatin1Char(' ') + kindWord(c.kind);
    s += QObject::tr(", %1\u00b0, radius %2 m").arg(std::lround(deg(c.angleRad))).arg(std::lround(c.minRadiusM));
    if (c.flat) s += QObject::tr(", flat out");
    if (together.isEmpty()) return s;
    if (c.complexKind == "chicane")
        s += QObject::tr(", chicane %1").arg(together);
    else if (c.complexKind == "esses")
        s += QObject::tr(", esses %1").arg(together);
    else
        s += QObject::tr(", linked %1").arg(together);
    return s;
}

} // namespace

CornerHead::CornerHead(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), number_(new QSpinBox), name_(new QLineEdit), kind_(quiet({})),
      consequence_(new QComboBox), change_(plainButton(tr("Change"))), menu_(new QMenu(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 8, 0);
    column->setSpacing(0);
    auto* top = new QHBoxLayout;
    top->setSpacing(2);
    number_->setObjectName(QStringLiteral("cornerNumber"));
    number_->setAccessibleName(tr("Number of this corner; those after it count on"));
    number_->setToolTip(number_->accessibleName());
    number_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    number_->setRange(1, 999);
    number_->setKeyboardTracking(false);
    name_->setObjectName(QStringLiteral("cornerName"));
    name_->setAccessibleName(tr("Name of this corner"));
    name_->setPlaceholderText(tr("no name"));
    top->addWidget(number_);
    top->addWidget(name_, 1);
    top->addWidget(consequence_);
    top->addSpacing(6);
    top->addWidget(change_);
    column->addLayout(top);
    column->addWidget(kind_);
    kind_->setObjectName(QStringLiteral("quiet"));
    kind_->setContentsMargins(1, 2, 0, 0);
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
                        [n = c->id, rating](Guide g) { return withConsequence(std::move(g), n, rating); }});
    });
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        const auto* c = desk_.chosen();
        const auto name = name_->text().trimmed().toStdString();
        if (c && c->name != name)
            desk_.edit({tr("Name of corner %1").arg(c->number).toStdString(),
                        [n = c->id, name](Guide g) { return withCornerName(std::move(g), n, name); }});
    });
    connect(number_, &QSpinBox::valueChanged, this, [this](int number) {
        const auto* c = desk_.chosen();
        if (!c || c->number == number) return;
        desk_.edit({tr("Numbers from %1").arg(number).toStdString(),
                    [id = c->id, number](Guide g) { return withNumbersFrom(std::move(g), id, number); }});
        refresh(); // a number that cannot be is taken back
    });
    change_->setObjectName(QStringLiteral("changeCorner"));
    change_->setAccessibleName(tr("Change this corner's bounds, split, join, lists"));
    change_->setMenu(menu_);
    connect(menu_, &QMenu::aboutToShow, this, &CornerHead::fillMenu);
    connect(&desk_, &Desk::cornerChosen, this, &CornerHead::refresh);
    connect(&desk_, &Desk::changed, this, &CornerHead::refresh);
    connect(&desk_, &Desk::opened, this, &CornerHead::refresh);
}

void CornerHead::refresh() {
    const auto* c = desk_.chosen();
    if (!c) return;
    const QSignalBlocker quietly(number_);
    number_->setValue(c->number);
    number_->setFixedWidth(number_->fontMetrics().horizontalAdvance(QString::number(c->number)) + 16);
    if (const auto name = QString::fromStdString(c->name); name_->text() != name)
        name_->setText(name), name_->setCursorPosition(0);
    kind_->setText(kindText(*c, QString::fromStdString(complexLabel(cornersOf(desk_.guide()), c->id))));
    consequence_->setVisible(desk_.guide().scene.realTrack);
    consequence_->setCurrentIndex(c->consequence);
}

void CornerHead::fillMenu() {
    menu_->clear();
    menu_->addAction(tr("Start here\tShift+1"), this, [this] { putBound(Bound::Start); });
    menu_->addAction(tr("Turn-in here\tShift+2"), this, [this] { putBound(Bound::TurnIn); });
    menu_->addAction(tr("Apex here\tShift+3"), this, [this] { putBound(Bound::Apex); });
    menu_->addAction(tr("End here\tShift+4"), this, [this] { putBound(Bound::End); });
    menu_->addSeparator();
    menu_->addAction(tr("Split here\tShift+S"), this, [this] { split(); });
    menu_->addAction(tr("Join with the next\tShift+J"), this, [this] { join(); });
    menu_->addAction(tr("Rename\tShift+N"), this, [this] { rename(); });
    menu_->addSeparator();
    auto* labels = new QActionGroup(menu_);
    for (const auto& [text, value] :
         {std::pair(tr("Call corners by number and name"), CornerLabels::Both),
          std::pair(tr("By number only"), CornerLabels::Numbers), std::pair(tr("By name only"), CornerLabels::Names)}) {
        auto* a = menu_->addAction(text, this, [this, value = value] {
            desk_.edit({tr("Corner labels").toStdString(),
                        [value](Guide g) { return withCornerLabels(std::move(g), value); }});
        });
        a->setCheckable(true), a->setChecked(desk_.isOpen() && desk_.guide().scene.cornerLabels == value);
        labels->addAction(a);
    }
    menu_->addSeparator();
    menu_->addAction(tr("Read a corner list\u2026"), this, &CornerHead::readList);
    menu_->addAction(tr("Write the corner list\u2026"), this, &CornerHead::writeList);
}

void CornerHead::putBound(Bound bound) {
    const auto* c = desk_.chosen();
    if (!c) return;
    const double at = player_.metre();
    desk_.edit({tr("Bounds of corner %1").arg(c->number).toStdString(),
                [n = c->id, bound, at](Guide g) { return withCornerBound(std::move(g), n, bound, at); }});
}

void CornerHead::split() {
    const auto* c = desk_.chosen();
    if (!c) return;
    const double at = player_.metre();
    const auto& t = desk_.session().trace;
    const auto before = cornerBetween(t, c->startM, at), after = cornerBetween(t, at, c->endM);
    desk_.edit({tr("Split corner %1").arg(c->number).toStdString(), [n = c->id, at, before, after](Guide g) {
                    return withCornerSplit(std::move(g), n, at, before, after);
                }});
}

void CornerHead::join() {
    const auto* c = desk_.chosen();
    if (!c || c == &desk_.guide().corners.back()) return;
    const auto joined = cornerBetween(desk_.session().trace, c->startM, (c + 1)->endM);
    desk_.edit({tr("Join corners %1 and %2").arg(c->number).arg((c + 1)->number).toStdString(),
                [n = c->id, joined](Guide g) { return withCornersJoined(std::move(g), n, joined); }});
}

void CornerHead::rename() {
    name_->setFocus();
    name_->selectAll();
}

void CornerHead::readList() {
    const auto file =
        QFileDialog::getOpenFileName(this, tr("Read a corner list"), {}, tr("Corner lists (*.csv *.json *.geojson)"));
    if (file.isEmpty() || !desk_.isOpen()) return;
    const auto list = readCornerList(file.toStdString());
    if (!list) return emit desk_.failed(QString::fromStdString(sentence(list.error())));
    const auto corners = listedOnLap(*list, desk_.session().trace);
    if (!corners) return emit desk_.failed(QString::fromStdString(sentence(corners.error())));
    desk_.edit({tr("Corners from a list").toStdString(),
                [corners = *corners](Guide g) { return withCorners(std::move(g), corners); }});
}

void CornerHead::writeList() {
    const auto file = QFileDialog::getSaveFileName(this, tr("Write the corner list"), QStringLiteral("corners.csv"),
                                                   tr("Table (*.csv);;GeoJSON (*.geojson)"));
    if (file.isEmpty() || !desk_.isOpen()) return;
    if (auto done = writeCornerList(file.toStdString(), cornersOf(desk_.guide()), desk_.session().roadOrNull()); !done)
        emit desk_.failed(QString::fromStdString(sentence(done.error())));
}

} // namespace hl
