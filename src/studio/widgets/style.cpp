// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/style.h"

#include "picture/tokens.h"

#include <cmath>
#include <QWidgetAction>

namespace hl {
namespace {

QString hex(QRgb c) { return QColor(c).name(); }

} // namespace

QString studioStyle() {
    QString s = QStringLiteral(
        "QMainWindow, QWidget#ground, QDialog { background: @marsh900; }"
        "QWidget { font-family: 'Atkinson Hyperlegible Next'; font-size: 15px; color: @mist; }"
        "QWidget#sheet { background: @paper; border-top-left-radius: 10px; }"
        "QScrollArea { background: transparent; border: none; } QSpinBox::up-button, QSpinBox::down-button { width: 0; "
        "}"
        "QWidget#sheet QLabel { color: @ink; } QLabel#quiet { color: @inkquiet; font-size: 13px; } QLabel#darkquiet { "
        "color: @reed; font-size: 13px; }"
        "QWidget#voice { background: @marsh800; border-radius: 10px; }"
        "QLabel#headline { font-size: 24px; font-weight: 700; color: @ink; }"
        "QTableWidget { background: @paper; color: @ink; border: none; gridline-color: transparent; font-size: 14px; "
        "selection-background-color: @lamppaper; selection-color: @ink; outline: 0; }"
        "QTableWidget::item { border-bottom: 1px solid @rule; padding: 2px 5px; } QTableWidget::item:focus { border: "
        "2px solid @lampink; }"
        "QTableWidget QPlainTextEdit, QTableWidget QLineEdit, QTableView#script QPlainTextEdit, QTableView#script "
        "QLineEdit { background: white; color: @ink; border: 2px solid "
        "@lampink; font-size: 14px; }"
        "QTableCornerButton::section { background: @paper; border: none; border-bottom: 1px solid @ink; } "
        "QTableWidget#cornerSheet, QTableWidget#beats { font-size: 13px; } QHeaderView { background: @paper; }"
        "QHeaderView::section:vertical { background: @paper; color: @inkquiet; border: none; border-bottom: 1px solid "
        "@rule; padding: 2px 6px 2px 0; font-size: 13px; font-weight: 400; }"
        "QHeaderView::section:horizontal { background: @paper; color: @inkquiet; border: none; border-bottom: 1px "
        "solid @ink; padding: 4px 6px; font-size: 12px; font-weight: 700; text-align: left; }"
        "QListWidget { background: @paper; color: @ink; border: none; border-top: 1px solid @ink; font-size: 13px; } "
        "QListWidget::item { padding: 7px 4px; border-bottom: 1px solid @rule; } QListWidget::item:selected { "
        "background: @lamppaper; color: @ink; }"
        "QLineEdit, QPlainTextEdit, QSpinBox, QDoubleSpinBox, QComboBox { background: white; color: @ink; border: 1px "
        "solid @inkquiet; "
        "border-radius: 4px; padding: 5px 8px; selection-background-color: @lamppaper; selection-color: @ink; }"
        "QLineEdit:focus, QPlainTextEdit:focus, QSpinBox:focus, QDoubleSpinBox:focus, QComboBox:focus { border: 2px "
        "solid @lampink; }"
        "QComboBox::drop-down { border: none; width: 22px; }"
        "QPushButton { background: @shade; color: @ink; border: 1px solid @inkquiet; border-radius: 4px; padding: 7px "
        "16px; font-weight: 600; }"
        "QPushButton:hover, QPushButton:focus { border: 2px solid @lampink; padding: 6px 15px; } QPushButton:disabled "
        "{ color: @inkquiet; border-color: @rule; }"
        "QPushButton[role='pick']:checked { background: @lamppaper; border: 2px solid @lampink; padding: 6px 15px; }"
        "QSlider::groove:horizontal { background: @rule; height: 6px; border-radius: 3px; } "
        "QSlider::sub-page:horizontal "
        "{ background: @lampink; border-radius: 3px; } QSlider::handle:horizontal { background: @lamp; border: 1px "
        "solid "
        "@lampink; width: 12px; margin: -6px 0; border-radius: 4px; } QSlider:focus { border: 1px solid @lampink; }"
        "QPushButton[role='leaf'] { background: transparent; border: none; border-bottom: 2px solid transparent; "
        "border-radius: 0; padding: 3px 10px; color: @inkquiet; font-size: 13px; } QPushButton[role='leaf']:checked { "
        "color: @ink; border-bottom: 2px solid @lampink; } QPushButton[role='leaf']:focus, "
        "QPushButton[role='leaf']:hover { padding: 3px 10px; border: none; border-bottom: 2px solid @lampink; "
        "background: @shade; }"
        "QWidget#card { background: @paper; border-radius: 10px; }"
        "QPushButton[role='row'] { background: transparent; border: none; border-bottom: 1px solid @rule; "
        "border-radius: "
        "0; padding: 8px 6px; text-align: left; color: @ink; font-size: 14px; } QPushButton[role='row']:hover, "
        "QPushButton[role='row']:focus { padding: 8px 6px; background: @lamppaper; border: none; border-bottom: 1px "
        "solid @lampink; }"
        "QPushButton[role='link'] { background: transparent; border: none; border-bottom: 1px solid transparent; "
        "border-radius: 0; padding: 4px 2px; color: @lamp; } QPushButton[role='link']:hover, "
        "QPushButton[role='link']:focus { padding: 4px 2px; border: none; border-bottom: 1px solid @lamp; }"
        "QPushButton[role='name'] { background: transparent; border: 1px solid transparent; padding: 4px 6px 4px 0; "
        "font-size: 19px; font-weight: 700; color: @mist; } QPushButton[role='name']:hover, "
        "QPushButton[role='name']:focus { padding: 4px 6px 4px 0; border: 1px solid transparent; border-bottom: 1px "
        "solid @lamp; }"
        "QWidget#shelf QLineEdit { background: @marsh800; color: @mist; border: 1px solid @marsh600; padding: 7px "
        "12px; } QWidget#shelf QLineEdit:focus { border: 1px solid @lamp; }"
        "QPushButton#changeCorner { padding: 4px 12px; font-size: 13px; } QPushButton#changeCorner:hover, "
        "QPushButton#changeCorner:focus { padding: 3px 11px; }"
        "QSpinBox#cornerNumber, QLineEdit#cornerName { background: transparent; border: 1px solid transparent; "
        "font-size: 24px; font-weight: 700; padding: 0 4px; } QSpinBox#cornerNumber:hover, QLineEdit#cornerName:hover "
        "{ border: 1px solid @rule; } QSpinBox#cornerNumber:focus, QLineEdit#cornerName:focus { background: white; "
        "border: 2px solid @lampink; padding: 0 3px; }"
        "QTableWidget#facts, QTableWidget#ranking, QLabel#study, QLabel#lapFindings, QLabel#against { font-size: 13px; "
        "}"
        "QPushButton::menu-indicator { subcontrol-origin: padding; subcontrol-position: center right; right: 6px; }"
        "QPushButton#changeCorner { padding-right: 22px; } QPushButton#besideButton { padding-right: 22px; }"
        "QPushButton#lamp, QPushButton#panelUse, QPushButton#usePairs { background: @lamp; border: 1px solid @lampink; "
        "} "
        "QPushButton#panelUse:disabled, QPushButton#usePairs:disabled { background: @shade; border-color: @rule; }"
        "QPushButton#flat { background: transparent; color: @mist; border: 1px solid @marsh600; padding: 5px 12px; } "
        "QPushButton#flat:focus, QPushButton#flat:hover { border: 1px solid @lamp; }"
        "QProgressBar { background: @shade; border: 1px solid @rule; border-radius: 4px; height: 14px; text-align: "
        "center; color: @ink; font-size: 12px; } QProgressBar::chunk { background: @lamp; border-radius: 3px; }"
        "QScrollBar:vertical { background: transparent; width: 10px; } QScrollBar::handle:vertical { background: "
        "@rule; border-radius: 5px; min-height: 30px; } QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: "
        "0; }"
        "QToolTip { background: @marsh800; color: @mist; border: 1px solid @lamp; }"
        "QMenu { background: @marsh800; color: @mist; border: 1px solid @marsh600; } QMenu::item { padding: 4px 24px; "
        "} QMenu::item:selected { background: @marsh700; }"
        "QCheckBox { color: @ink; }");
    const std::pair<const char*, QRgb> words[] = {
        {"@marsh900", look::kMarsh900}, {"@marsh800", look::kMarsh800}, {"@marsh700", look::kMarsh700},
        {"@marsh600", look::kMarsh600}, {"@mist", look::kMist},         {"@reed", look::kReed},
        {"@paper", look::kPaper},       {"@shade", look::kPaperShade},  {"@rule", look::kRule},
        {"@inkquiet", look::kInkQuiet}, {"@ink", look::kInk},           {"@lamppaper", look::kLampPaper},
        {"@lampink", look::kLampInk},   {"@lamp", look::kLamp}};
    for (const auto& [word, colour] : words) s.replace(QLatin1String(word), hex(colour));
    return s;
}

QLabel* headline(const QString& text, QWidget* parent) {
    auto* l = new QLabel(text, parent);
    l->setObjectName(QStringLiteral("headline"));
    return l;
}

QLabel* quiet(const QString& text, QWidget* parent) {
    auto* l = new QLabel(text, parent);
    l->setObjectName(QStringLiteral("quiet"));
    l->setWordWrap(true);
    return l;
}

QPushButton* lampButton(const QString& text, QWidget* parent) {
    auto* b = new QPushButton(text, parent);
    b->setObjectName(QStringLiteral("lamp"));
    return b;
}

void addHeading(QMenu& menu, const QString& text) {
    if (!menu.isEmpty()) menu.addSeparator();
    auto* label = new QLabel(text, &menu);
    label->setStyleSheet(QStringLiteral("color: %1; padding: 6px 24px 2px 14px; font-size: 13px; font-weight: 600")
                             .arg(QColor(look::kReed).name()));
    auto* heading = new QWidgetAction(&menu);
    heading->setDefaultWidget(label);
    heading->setText(text); // for those who hear the menu
    heading->setEnabled(false);
    menu.addAction(heading);
}

QAction* addChoice(QMenu& menu, const QString& text, bool holds, std::function<void()> choose) {
    auto* a = menu.addAction(text, std::move(choose));
    a->setCheckable(true);
    a->setChecked(holds);
    return a;
}

QPushButton* plainButton(const QString& text, QWidget* parent) { return new QPushButton(text, parent); }

QWidget* sheet(QWidget* parent) {
    auto* w = new QWidget(parent);
    w->setObjectName(QStringLiteral("sheet"));
    w->setAttribute(Qt::WA_StyledBackground);
    return w;
}

QString clockText(double s, int decimals) {
    const double step = std::pow(10.0, -decimals);
    s = step * std::round(s / step); // 59.8 s are a minute, not sixty seconds
    const int m = static_cast<int>(s / 60 + 1e-9);
    return QStringLiteral("%1:%2").arg(m).arg(s - 60 * m, decimals ? 3 + decimals : 2, 'f', decimals, QLatin1Char('0'));
}

} // namespace hl
