// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/scene_page.h"

#include "core/guide/validated.h"
#include "studio/stations/line_up/line_up_page.h"
#include "studio/widgets/style.h"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace hl {

ScenePage::ScenePage(Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), title_(new QLineEdit), channel_(new QLineEdit), car_(new QLineEdit),
      series_(new QLineEdit), conditions_(new QLineEdit), sources_(quiet({})), lap_(quiet({})), notes_(new QListWidget),
      real_(new QCheckBox(tr("A real circuit: show cautions and ask for consequence ratings"))),
      lapFirst_(new QCheckBox(tr("The whole lap first, uninterrupted"))), unit_(new QComboBox),
      frameRate_(new QSpinBox) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 14, 24, 10);
    column->setSpacing(4);
    auto* top = new QHBoxLayout;
    auto* fresh = lampButton(tr("New guide"));
    auto* open = plainButton(tr("Open a guide"));
    fresh->setObjectName(QStringLiteral("lamp"));
    fresh->setToolTip(tr("From a film and a log"));
    top->addWidget(headline(tr("The scene")), 1);
    top->addWidget(fresh);
    top->addWidget(open);
    column->addLayout(top);
    auto* form = new QFormLayout;
    form->setVerticalSpacing(6);
    form->addRow(tr("Title"), title_);
    form->addRow(tr("Channel"), channel_);
    form->addRow(tr("Car"), car_);
    form->addRow(tr("Series"), series_);
    form->addRow(tr("Conditions"), conditions_);
    conditions_->setPlaceholderText(tr("Weather, temperature, tyres, fuel"));
    conditions_->setObjectName(QStringLiteral("conditions"));
    title_->setObjectName(QStringLiteral("title"));
    column->addLayout(form);
    auto* choices = new QHBoxLayout;
    choices->addWidget(real_, 1);
    choices->addWidget(unit_);
    column->addLayout(choices);
    auto* format = new QHBoxLayout;
    format->addWidget(lapFirst_, 1);
    format->addWidget(frameRate_);
    column->addLayout(format);
    lapFirst_->setObjectName(QStringLiteral("lapFirst"));
    frameRate_->setObjectName(QStringLiteral("frameRate"));
    frameRate_->setAccessibleName(tr("Pictures a second in the finished video"));
    frameRate_->setToolTip(frameRate_->accessibleName());
    frameRate_->setRange(kLeastFrameRate, kMostFrameRate);
    frameRate_->setSuffix(tr(" pictures/s"));
    frameRate_->setKeyboardTracking(false);
    unit_->setObjectName(QStringLiteral("speedUnit"));
    unit_->setAccessibleName(tr("Unit in which the audience reads speeds"));
    unit_->setToolTip(unit_->accessibleName());
    unit_->view()->setAccessibleName(unit_->accessibleName());
    unit_->addItem(tr("km/h"), static_cast<int>(SpeedUnit::Kmh));
    unit_->addItem(tr("mph"), static_cast<int>(SpeedUnit::Mph));
    column->addSpacing(8);
    column->addWidget(lap_);
    column->addWidget(sources_);
    column->addSpacing(8);
    column->addWidget(quiet(tr("<b>What was guessed and mended in the log</b>")));
    column->addWidget(notes_, 1);
    notes_->setObjectName(QStringLiteral("importNotes"));
    notes_->setAccessibleName(tr("What was guessed and mended in the log"));
    notes_->setWordWrap(true);
    notes_->setSelectionMode(QAbstractItemView::NoSelection);
    notes_->setFrameShape(QFrame::NoFrame);
    notes_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    notes_->setMinimumHeight(64);
    notes_->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Ignored); // it takes what is left and scrolls by itself
    connect(fresh, &QPushButton::clicked, this, &ScenePage::newGuideWanted);
    connect(open, &QPushButton::clicked, this, &ScenePage::openWanted);
    for (auto* e : {title_, channel_, car_, series_, conditions_})
        connect(e, &QLineEdit::editingFinished, this, &ScenePage::take);
    connect(real_, &QCheckBox::clicked, this, &ScenePage::take);
    connect(unit_, &QComboBox::activated, this, &ScenePage::take);
    connect(lapFirst_, &QCheckBox::clicked, this, [this](bool first) {
        if (desk_.isOpen())
            desk_.edit({tr("Whole lap first").toStdString(),
                        [first](Guide g) { return withWholeLapFirst(std::move(g), first); }});
    });
    connect(frameRate_, &QSpinBox::valueChanged, this, [this](int rate) {
        if (desk_.isOpen() && desk_.guide().frameRate != rate)
            desk_.edit(
                {tr("Pictures a second").toStdString(), [rate](Guide g) { return withFrameRate(std::move(g), rate); }});
    });
    connect(&desk_, &Desk::opened, this, &ScenePage::refresh);
    connect(&desk_, &Desk::changed, this, &ScenePage::refresh);
}

void ScenePage::refresh() {
    const auto& g = desk_.guide();
    const auto& m = desk_.session();
    const auto fill = [](QLineEdit* e, const std::string& s) {
        const auto text = QString::fromStdString(s);
        if (e->text() != text) e->setText(text);
        e->setCursorPosition(0);
    };
    fill(title_, g.scene.title), fill(channel_, g.scene.channel), fill(car_, g.scene.car),
        fill(series_, g.scene.series), fill(conditions_, textOf(g.scene.conditions, g.scene.speedUnit));
    real_->setChecked(g.scene.realTrack);
    lapFirst_->setChecked(has(g.outline, SectionKind::Lap));
    const QSignalBlocker quietly(frameRate_);
    frameRate_->setValue(g.frameRate);
    unit_->setCurrentIndex(unit_->findData(static_cast<int>(g.scene.speedUnit)));
    int timed = 0;
    for (const auto& l : m.laps.laps) timed += l.complete;
    const auto& tie = g.sources.film().tie;
    lap_->setText(tr("<b>Lap %1, %2</b>, one of %3 complete laps of %4 m. Film and log are tied %5 to within %6 ms.")
                      .arg(m.trace.lap.number)
                      .arg(clockText(m.trace.lap.time.count(), 3))
                      .arg(timed)
                      .arg(std::lround(m.laps.trackLengthM))
                      .arg(tieMethodText(tie.method))
                      .arg(std::lround(tie.uncertaintyMs)));
    const auto file = [](const std::string& s) {
        return QString::fromStdString(std::filesystem::path(s).filename().string());
    };
    QString text = tr("Film %1: %2 \u00d7 %3, %4 pictures a second, %5.<br>Log %6: %7 samples, %8 rows left out.")
                       .arg(file(m.video.string()))
                       .arg(m.videoInfo.width)
                       .arg(m.videoInfo.height)
                       .arg(m.videoInfo.frameRate, 0, 'f', 2)
                       .arg(clockText(m.videoInfo.length.count()))
                       .arg(file(g.sources.log))
                       .arg(m.log->size())
                       .arg(m.log->badRows);
    text += m.track ? tr("<br>Track %1: %2 references, %3 kerbs.")
                          .arg(file(g.sources.trackFile))
                          .arg(m.track->references.size())
                          .arg(m.track->kerbs.size())
                    : tr("<br>No track file: the driven line stands in for the road, edges are assumed.");
    if (g.sources.film().camera.assumed) text += tr("<br>Nobody measured the camera: marks in the picture may be off.");
    sources_->setText(text);
    if (shownLog_ == m.log.get()) return;
    shownLog_ = m.log.get();
    notes_->clear();
    for (const auto& line : told(m.aids)) notes_->addItem(QString::fromStdString(line));
    for (const auto& n : m.log->notes)
        notes_->addItem(n.line > 0 ? tr("Line %1: %2").arg(n.line).arg(QString::fromStdString(n.text))
                                   : QString::fromStdString(n.text));
    if (notes_->count() == 0) notes_->addItem(tr("Nothing: every column was known and every row good."));
}

void ScenePage::take() {
    if (!desk_.isOpen()) return;
    Scene s = desk_.guide().scene;
    const Scene before = s;
    s.title = title_->text().toStdString(), s.channel = channel_->text().toStdString(),
    s.car = car_->text().toStdString();
    s.series = series_->text().toStdString(), s.conditions = conditionsFrom(conditions_->text().toStdString()),
    s.realTrack = real_->isChecked(), s.speedUnit = static_cast<SpeedUnit>(unit_->currentData().toInt());
    if (s != before) desk_.edit({tr("Scene").toStdString(), [s](Guide g) { return withScene(std::move(g), s); }});
}

} // namespace hl
