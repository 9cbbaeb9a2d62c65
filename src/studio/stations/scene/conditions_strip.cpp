// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/conditions_strip.h"

#include "core/units/figures.h"
#include "picture/tokens.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMenu>
#include <QVBoxLayout>

namespace hl {
namespace {

QString labelOf(Sign s) {
    switch (s) {
    case Sign::Road: return ConditionSign::tr("road");
    case Sign::Sky: return ConditionSign::tr("sky");
    case Sign::Air: return ConditionSign::tr("air");
    case Sign::Track: return ConditionSign::tr("track");
    case Sign::Rubber: return ConditionSign::tr("rubber");
    case Sign::Wind: return ConditionSign::tr("wind");
    case Sign::Light: return ConditionSign::tr("light");
    case Sign::Tyres: return ConditionSign::tr("tyres");
    case Sign::Fuel: return ConditionSign::tr("fuel");
    }
    return {};
}

/// What a menu offers: words for people and how they are typed.
std::vector<std::pair<QString, const char*>> offered(Sign s) {
    const auto tr = [](const char* t) { return ConditionSign::tr(t); };
    switch (s) {
    case Sign::Road: return {{tr("dry"), "dry"}, {tr("damp"), "damp"}, {tr("wet"), "wet"}};
    case Sign::Sky:
        return {{tr("clear"), "clear"},
                {tr("some clouds"), "some clouds"},
                {tr("overcast"), "overcast"},
                {tr("rain"), "rain"}};
    case Sign::Rubber:
        return {{tr("green"), "green"}, {tr("some rubber"), "some rubber"}, {tr("rubbered in"), "rubbered in"}};
    case Sign::Light:
        return {{tr("daylight"), "daylight"}, {tr("low sun"), "low sun"}, {tr("dusk"), "dusk"}, {tr("night"), "night"}};
    case Sign::Tyres: return {{tr("cold"), "cold"}, {tr("warm"), "warm"}, {tr("worn"), "worn"}};
    case Sign::Fuel: return {{tr("qualifying"), "qualifying"}, {tr("race"), "race"}};
    case Sign::Wind:
        return {{tr("no wind"), "no wind"},
                {tr("from the north"), "from N"},
                {tr("from the east"), "from E"},
                {tr("from the south"), "from S"},
                {tr("from the west"), "from W"}};
    case Sign::Air:
    case Sign::Track: return {};
    }
    return {};
}

QString exampleOf(Sign s) {
    switch (s) {
    case Sign::Air:
    case Sign::Track: return ConditionSign::tr("14, or 57 F");
    case Sign::Wind: return ConditionSign::tr("12 km/h from SW");
    case Sign::Light: return ConditionSign::tr("14:30, or low sun");
    case Sign::Fuel: return ConditionSign::tr("race, or 45 l");
    default: return {};
    }
}

Conditions unsaid(Conditions c, Sign s) {
    switch (s) {
    case Sign::Road: c.road = RoadState::Unsaid; break;
    case Sign::Sky: c.sky = Sky::Unsaid; break;
    case Sign::Air: c.airC.reset(); break;
    case Sign::Track: c.trackC.reset(); break;
    case Sign::Rubber: c.rubber = Rubber::Unsaid; break;
    case Sign::Wind: c.windMps.reset(), c.windFromRad.reset(); break;
    case Sign::Light: c.light = Light::Unsaid, c.minuteOfDay.reset(); break;
    case Sign::Tyres: c.tyres = Tyres::Unsaid; break;
    case Sign::Fuel: c.fuel = FuelLoad::Unsaid, c.fuelL.reset(); break;
    }
    return c;
}

/// As the whole line would say it.
std::string inLine(Sign s, const std::string& text, SpeedUnit unit) {
    const bool bare = text.find_first_not_of("0123456789.,- ") == std::string::npos;
    switch (s) {
    case Sign::Air: return "air " + text;
    case Sign::Track: return "track " + text;
    case Sign::Wind: {
        if (text == "no wind" || text.starts_with("wind")) return text;
        if (bare) return "wind " + text + " " + std::string(symbol(unit));
        return bearingFrom(text) ? "wind from " + text : "wind " + text;
    }
    case Sign::Tyres: return "tyres " + text;
    case Sign::Fuel:
        return bare ? text + " l"
                    : text + (text.find("fuel") == std::string::npos &&
                                      text.find_first_of("0123456789") == std::string::npos
                                  ? " fuel"
                                  : "");
    default: return text;
    }
}

} // namespace

std::optional<Conditions> withTyped(Conditions c, Sign s, const std::string& text, SpeedUnit unit) {
    if (text.find_first_not_of(' ') == std::string::npos) return unsaid(std::move(c), s);
    const auto read = conditionsFrom(inLine(s, text, unit));
    if (!read.note.empty() || !isSaid(read, s)) return std::nullopt;
    switch (s) {
    case Sign::Road: c.road = read.road; break;
    case Sign::Sky: c.sky = read.sky; break;
    case Sign::Air: c.airC = read.airC; break;
    case Sign::Track: c.trackC = read.trackC; break;
    case Sign::Rubber: c.rubber = read.rubber; break;
    case Sign::Wind:
        if (read.windMps) c.windMps = read.windMps;
        if (read.windFromRad) c.windFromRad = read.windFromRad;
        if (c.windMps && *c.windMps < 0.3 && !read.windFromRad) c.windFromRad.reset();
        break;
    case Sign::Light:
        if (read.light != Light::Unsaid) c.light = read.light;
        if (read.minuteOfDay) c.minuteOfDay = read.minuteOfDay;
        break;
    case Sign::Tyres: c.tyres = read.tyres; break;
    case Sign::Fuel:
        if (read.fuel != FuelLoad::Unsaid) c.fuel = read.fuel;
        if (read.fuelL) c.fuelL = read.fuelL;
        break;
    }
    return c;
}

ConditionSign::ConditionSign(Sign sign, QWidget* parent) : QAbstractButton(parent), sign_(sign) {
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAttribute(Qt::WA_Hover);
}

QString ConditionSign::valueText() const {
    Conditions one;
    const auto& c = shown_;
    switch (sign_) {
    case Sign::Road: one.road = c.road; break;
    case Sign::Sky: one.sky = c.sky; break;
    case Sign::Air: return c.airC ? QString::fromStdString(figure(*c.airC)) + QStringLiteral(" \u00b0C") : QString();
    case Sign::Track:
        return c.trackC ? QString::fromStdString(figure(*c.trackC)) + QStringLiteral(" \u00b0C") : QString();
    case Sign::Rubber: one.rubber = c.rubber; break;
    case Sign::Wind: {
        QStringList parts;
        if (c.windMps) parts << (*c.windMps < 0.3 ? tr("calm") : QString::fromStdString(speedText(*c.windMps, unit_)));
        if (c.windFromRad) {
            constexpr const char* kShort[] = {"N", "NE", "E", "SE", "S", "SW", "W", "NW"};
            parts << QString::fromLatin1(kShort[static_cast<std::size_t>(std::lround(*c.windFromRad / (kPi / 4))) % 8]);
        }
        return parts.join(QLatin1Char(' '));
    }
    case Sign::Light: one.light = c.light, one.minuteOfDay = c.minuteOfDay; break;
    case Sign::Tyres: return QString::fromUtf8(key(c.tyres).data());
    case Sign::Fuel:
        if (c.fuelL) return QString::fromStdString(figure(*c.fuelL)) + QStringLiteral(" l");
        return QString::fromUtf8(key(c.fuel).data());
    }
    auto text = QString::fromStdString(textOf(one, unit_));
    if (sign_ == Sign::Rubber) text.remove(QStringLiteral(" down yet")).remove(QStringLiteral(" down"));
    if (sign_ == Sign::Sky) text.remove(QStringLiteral(" sky"));
    return text;
}

void ConditionSign::show(const Conditions& conditions, SpeedUnit unit) {
    shown_ = conditions, unit_ = unit;
    const auto value = valueText();
    setAccessibleName(tr("%1: %2").arg(labelOf(sign_), value.isEmpty() ? tr("not said") : value));
    setToolTip(exampleOf(sign_).isEmpty() ? accessibleName()
                                          : tr("%1. Type %2").arg(accessibleName(), exampleOf(sign_)));
    update();
}

void ConditionSign::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const bool said = isSaid(shown_, sign_), lit = underMouse() || hasFocus();
    const QRectF whole = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.setPen(lit ? QPen(QColor(look::kLampInk), 1.5) : QPen(Qt::NoPen));
    p.setBrush(said ? QColor(look::kPaperShade) : QColor(Qt::transparent));
    p.drawRoundedRect(whole, look::kRadiusPicture, look::kRadiusPicture);
    p.setPen(QPen(QColor(said ? look::kInk : look::kRule), 1.7, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.setBrush(said ? QColor(look::kLampPaper) : QColor(Qt::transparent));
    paintSign(p, QRectF(whole.center().x() - 15, whole.top() + 6, 30, 30), sign_, shown_);
    p.setFont(look::text(look::kSmall, said ? look::Weight::Strong : look::Weight::Plain));
    p.setPen(QColor(said ? look::kInk : look::kInkQuiet));
    const auto value = said ? valueText() : tr("not said");
    p.drawText(QRectF(whole.left(), whole.top() + 39, whole.width(), 19), Qt::AlignCenter,
               QFontMetricsF(p.font()).elidedText(value, Qt::ElideRight, whole.width() - 4));
    p.setFont(look::text(look::kTiny));
    p.setPen(QColor(look::kInkQuiet));
    p.drawText(QRectF(whole.left(), whole.top() + 58, whole.width(), 17), Qt::AlignCenter, labelOf(sign_));
}

void ConditionSign::keyPressEvent(QKeyEvent* e) {
    const auto text = e->text();
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter)
        click();
    else if (!text.isEmpty() && text[0].isPrint() && !text[0].isSpace())
        emit typed(text);
    else if (e->key() == Qt::Key_Delete || e->key() == Qt::Key_Backspace)
        emit typed({});
    else
        QAbstractButton::keyPressEvent(e);
}

/// Letters that are typed into a sign are no shortcuts.
bool ConditionSign::event(QEvent* e) {
    if (e->type() == QEvent::ShortcutOverride) {
        const auto* k = static_cast<QKeyEvent*>(e);
        if (!k->text().isEmpty() && k->text()[0].isPrint() &&
            !(k->modifiers() & (Qt::ControlModifier | Qt::AltModifier))) {
            e->accept();
            return true;
        }
    }
    return QAbstractButton::event(e);
}

ConditionsStrip::ConditionsStrip(QWidget* parent) : QWidget(parent), line_(new QLineEdit), field_(new QLineEdit(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    auto* row = new QHBoxLayout;
    row->setSpacing(2);
    for (const auto sign : kSigns) {
        auto* s = new ConditionSign(sign);
        s->setObjectName(QStringLiteral("sign-") + labelOf(sign));
        signs_.push_back(s);
        row->addWidget(s);
        connect(s, &ConditionSign::clicked, this, [this, s] { offer(*s); });
        connect(s, &ConditionSign::typed, this, [this, s](const QString& first) { type(*s, first); });
    }
    column->addLayout(row);
    line_->setObjectName(QStringLiteral("conditions"));
    line_->setAccessibleName(tr("Conditions, typed in one line"));
    line_->setPlaceholderText(
        tr("Or type it: dry, air 14 C, wind 12 km/h from SW, tyres warm, race fuel. The rest stays as a note"));
    column->addWidget(line_);
    connect(line_, &QLineEdit::editingFinished, this, &ConditionsStrip::takeLine);
    field_->hide();
    field_->setObjectName(QStringLiteral("signField"));
    field_->setAccessibleName(tr("Value of the condition"));
    field_->installEventFilter(this);
    connect(field_, &QLineEdit::returnPressed, this, &ConditionsStrip::take);
}

ConditionSign* ConditionsStrip::signOf(Sign sign) const { return signs_.at(static_cast<std::size_t>(sign)); }

void ConditionsStrip::show(const Conditions& c, SpeedUnit unit) {
    shown_ = c, unit_ = unit;
    for (auto* s : signs_) s->show(c, unit);
    const auto text = QString::fromStdString(textOf(c, unit));
    if (line_->text() != text) line_->setText(text);
    line_->setCursorPosition(0);
}

void ConditionsStrip::offer(ConditionSign& sign) {
    const auto words = offered(sign.sign());
    if (words.empty()) return type(sign, sign.valueText().section(QLatin1Char(' '), 0, 0));
    QMenu menu(this);
    for (const auto& [text, typed] : words)
        menu.addAction(text, this, [this, &sign, typed = typed] {
            if (const auto c = withTyped(shown_, sign.sign(), typed, unit_)) emit changed(*c);
        });
    menu.addSeparator();
    if (!exampleOf(sign.sign()).isEmpty()) menu.addAction(tr("Type it\u2026"), this, [this, &sign] { type(sign, {}); });
    menu.addAction(tr("Not said"), this, [this, &sign] {
        if (const auto c = withTyped(shown_, sign.sign(), "", unit_)) emit changed(*c);
    });
    menu.exec(sign.mapToGlobal(QPoint(0, sign.height())));
}

void ConditionsStrip::type(ConditionSign& sign, const QString& first) {
    typing_ = &sign;
    const auto at = sign.geometry();
    constexpr int kWide = 150;
    field_->setGeometry(std::min(at.left(), width() - kWide), at.top() + 36, std::max(kWide, at.width()), 30);
    field_->setPlaceholderText(exampleOf(sign.sign()));
    field_->setText(first);
    field_->show();
    field_->raise();
    field_->setFocus();
}

void ConditionsStrip::take() {
    if (!typing_) return;
    auto* sign = typing_;
    const auto text = field_->text();
    const auto c = withTyped(shown_, sign->sign(), text.toStdString(), unit_);
    if (!c) {
        emit said(
            tr("\"%1\" says nothing of the %2. Type %3.")
                .arg(text, labelOf(sign->sign()),
                     exampleOf(sign->sign()).isEmpty() ? offered(sign->sign()).front().first : exampleOf(sign->sign())),
            true);
        return;
    }
    typing_ = nullptr;
    field_->hide();
    sign->setFocus();
    emit changed(*c);
}

bool ConditionsStrip::eventFilter(QObject* watched, QEvent* e) {
    if (watched != field_ || !typing_) return QWidget::eventFilter(watched, e);
    const bool escape = e->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(e)->key() == Qt::Key_Escape;
    if (escape || e->type() == QEvent::FocusOut) {
        auto* sign = typing_;
        typing_ = nullptr;
        field_->hide();
        const auto c = withTyped(shown_, sign->sign(), field_->text().toStdString(), unit_);
        if (escape)
            sign->setFocus();
        else if (c && *c != shown_ && !field_->text().isEmpty())
            emit changed(*c);
    }
    return escape;
}

void ConditionsStrip::takeLine() {
    auto read = conditionsFrom(line_->text().toStdString());
    read.more = shown_.more;
    if (textOf(read, unit_) != textOf(shown_, unit_)) emit changed(read);
}

} // namespace hl
