// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/new_guide_dialog.h"

#include "jobs/bring_in.h"
#include "media/metadata_track.h"
#include "store/column_memory.h"
#include "store/log_file.h"
#include "studio/stations/scene/columns_dialog.h"
#include "studio/stations/scene/panel_dialog.h"
#include "studio/widgets/style.h"

#include <QComboBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr TaskKind kLooking{"look at the log", Lane::Quick, false}, kMaking{"make a guide", Lane::Long, false};

QWidget* fileRow(QLineEdit* edit, const QString& name, QWidget* parent) {
    auto* row = new QWidget(parent);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, 0, 0, 0);
    auto* choose = plainButton(QObject::tr("Choose\u2026"), row);
    edit->setAccessibleName(name);
    line->addWidget(edit);
    line->addWidget(choose);
    QObject::connect(choose, &QPushButton::clicked, parent, [edit, name, parent] {
        const auto file = QFileDialog::getOpenFileName(parent, name);
        if (!file.isEmpty()) edit->setText(file);
    });
    return row;
}

} // namespace

NewGuideDialog::NewGuideDialog(Tasks& tasks, QWidget* parent)
    : QDialog(parent), tasks_(tasks), video_(new QLineEdit), log_(new QLineEdit), track_(new QLineEdit),
      folder_(new QLineEdit), car_(new QLineEdit), conditions_(new QLineEdit), pairs_(new QLineEdit), state_(quiet({})),
      bar_(new QProgressBar), real_(new QComboBox), make_(lampButton(tr("Make the guide"))),
      columns_(plainButton(tr("Columns\u2026"))), panel_(plainButton(tr("Panel\u2026"))) {
    setWindowTitle(tr("New guide"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* paper = sheet(this);
    outer->addWidget(paper);
    auto* column = new QVBoxLayout(paper);
    column->setContentsMargins(28, 22, 28, 22);
    column->addWidget(headline(tr("New guide from film and log")));
    column->addWidget(quiet(tr("High Lantern ties the two together by the engine's sound, finds the corners, measures "
                               "them and drafts the first words.")));
    auto* form = new QFormLayout;
    video_->setObjectName(QStringLiteral("newVideo")), log_->setObjectName(QStringLiteral("newLog")),
        track_->setObjectName(QStringLiteral("newTrack")), folder_->setObjectName(QStringLiteral("newFolder"));
    auto* filmRow = fileRow(video_, tr("Film"), this);
    panel_->setObjectName(QStringLiteral("panelButton"));
    panel_->setEnabled(false);
    panel_->setToolTip(tr("Without a log: pedals, gear and speed that are drawn in the picture"));
    filmRow->layout()->addWidget(panel_);
    form->addRow(tr("Film"), filmRow);
    connect(panel_, &QPushButton::clicked, this, &NewGuideDialog::askPanel);
    connect(video_, &QLineEdit::textChanged, this, [this](const QString& film) {
        boxes_.clear(), named_.clear();
        panel_->setEnabled(looksLikeFilm(film.toStdString()));
    });
    auto* logRow = fileRow(log_, tr("Log"), this);
    columns_->setObjectName(QStringLiteral("columnsButton"));
    columns_->setEnabled(false);
    columns_->setToolTip(tr("What the log's columns are taken for"));
    logRow->layout()->addWidget(columns_);
    form->addRow(tr("Log"), logRow);
    connect(log_, &QLineEdit::textChanged, this, &NewGuideDialog::lookAtLog);
    connect(columns_, &QPushButton::clicked, this, &NewGuideDialog::askColumns);
    form->addRow(tr("Track"), fileRow(track_, tr("Track, if there is one"), this));
    real_->setObjectName(QStringLiteral("newReal"));
    real_->setAccessibleName(tr("What kind of circuit it is"));
    real_->addItem(tr("not said: as the track file has it"));
    real_->addItem(tr("a real one: cautions stand in the guide"), true);
    real_->addItem(tr("a simulator's: nobody gets hurt"), false);
    form->addRow(tr("Circuit"), real_);
    form->addRow(tr("Car"), car_);
    form->addRow(tr("Conditions"), conditions_);
    form->addRow(tr("Moments"), pairs_);
    form->addRow(tr("Guide folder"), folder_);
    pairs_->setObjectName(QStringLiteral("newPairs"));
    pairs_->setPlaceholderText(tr("only when the sound cannot tell: 14.2:500, 64:2600"));
    pairs_->setToolTip(
        tr("Two or more pairs of film seconds and lap metres, such as where a board or the line is passed"));
    track_->setPlaceholderText(tr("optional"));
    log_->setPlaceholderText(tr("not needed when the film's camera wrote its own"));
    column->addLayout(form);
    bar_->setRange(0, 1000);
    bar_->setFormat(QString());
    column->addWidget(bar_);
    column->addWidget(state_);
    auto* row = new QHBoxLayout;
    auto* cancel = plainButton(tr("Cancel"));
    row->addStretch();
    row->addWidget(cancel);
    row->addWidget(make_);
    column->addLayout(row);
    make_->setDefault(true);
    connect(cancel, &QPushButton::clicked, this, &NewGuideDialog::reject);
    connect(make_, &QPushButton::clicked, this, &NewGuideDialog::start);
    connect(video_, &QLineEdit::textChanged, this, [this](const QString& t) {
        if (folder_->text().isEmpty() || folder_->text().endsWith(QStringLiteral("-guide")))
            folder_->setText(QFileInfo(t).path() + QLatin1Char('/') + QFileInfo(t).completeBaseName() +
                             QStringLiteral("-guide"));
    });
    resize(680, 505);
}

void NewGuideDialog::take(const QStringList& files) {
    for (const auto& f : files) {
        const auto kind = QFileInfo(f).suffix().toLower();
        if (kind == QLatin1String("geojson") || kind == QLatin1String("json"))
            track_->setText(f);
        else if (looksLikeFilm(f.toStdString()) ||
                 QStringList{QStringLiteral("mp4"), QStringLiteral("mov"), QStringLiteral("mkv"),
                             QStringLiteral("webm"), QStringLiteral("avi"), QStringLiteral("m4v"),
                             QStringLiteral("mts"), QStringLiteral("ts")}
                     .contains(kind))
            video_->setText(f);
        else
            log_->setText(f);
    }
}

/// Looks at the beginning of the log as soon as it is named; what was said about such a header before is taken again.
void NewGuideDialog::lookAtLog() {
    shape_.reset();
    choices_.clear();
    columns_->setEnabled(false);
    lookedAt_ = log_->text();
    if (!QFileInfo(lookedAt_).isFile() || looksLikeFilm(lookedAt_.toStdString())) return;
    tasks_.start(
        this, kLooking, [path = lookedAt_.toStdString()](const Progress&) { return readLogShape(path); },
        [this, asked = lookedAt_](Result<LogShape> shape) {
            if (asked != lookedAt_) return; // another log is named by now
            if (!shape) {
                state_->setText(QString::fromStdString(sentence(shape.error())));
                return;
            }
            shape_ = std::move(*shape);
            choices_ = rememberedChoices(*shape_);
            columns_->setEnabled(!shape_->columns.empty());
            if (!choices_.empty())
                state_->setText(tr("The columns are read as you chose for such a log before."));
            else if (!shape_->sure())
                state_->setText(tr("Some columns of the log are only guessed: look at them."));
        });
}

void NewGuideDialog::askColumns() {
    if (!shape_) return;
    auto shape = choices_.empty() ? Result<LogShape>(*shape_) : readLogShape(lookedAt_.toStdString(), choices_);
    if (!shape) return;
    auto* dialog = new ColumnsDialog(std::move(*shape), this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::accepted, this, [this, dialog] {
        for (const auto& c : dialog->choices()) {
            std::erase_if(choices_, [&](const ColumnChoice& old) { return old.header == c.header; });
            choices_.push_back(c);
        }
        if (auto s = rememberChoices(*shape_, choices_); !s)
            state_->setText(QString::fromStdString(sentence(s.error())));
        else
            state_->setText(choices_.empty() ? QString() : tr("The columns are read as you chose."));
    });
    dialog->open();
}

void NewGuideDialog::askPanel() {
    auto* dialog = new PanelDialog(tasks_, video_->text(), boxes_, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::accepted, this, [this, dialog] {
        boxes_ = dialog->boxes(), named_ = dialog->named();
        state_->setText(log_->text().isEmpty()
                            ? tr("The log is read from the picture.")
                            : tr("The log that is named is used; leave it empty to read the picture."));
    });
    dialog->open();
}

void NewGuideDialog::reject() {
    if (busy_) {
        tasks_.cancel(kMaking.name);
        state_->setText(tr("Stopping\u2026"));
        return;
    }
    QDialog::reject();
}

void NewGuideDialog::start() {
    if (busy_) return;
    NewGuide wish;
    wish.folder = folder_->text().toStdString(), wish.video = video_->text().toStdString(),
    wish.log = log_->text().toStdString();
    wish.columns = choices_, wish.panel = boxes_, wish.named = named_;
    if (!track_->text().isEmpty()) wish.track = track_->text().toStdString();
    for (const auto& text : pairs_->text().split(QLatin1Char(','), Qt::SkipEmptyParts)) {
        const auto pair = parsePair(text.trimmed().toStdString());
        if (!pair) {
            state_->setText(QString::fromStdString(sentence(pair.error())));
            return;
        }
        wish.pairs.push_back(*pair);
    }
    if (const auto real = real_->currentData(); real.isValid()) wish.real = real.toBool();
    wish.scene.car = car_->text().toStdString(),
    wish.scene.conditions = conditionsFrom(conditions_->text().toStdString());
    busy_ = true;
    make_->setEnabled(false);
    tasks_.start(
        this, kMaking, [wish](const Progress& progress) { return bringIn(wish, progress); },
        [this, folder = folder_->text()](Result<Guide> g) {
            busy_ = false;
            make_->setEnabled(true);
            if (g) {
                emit made(folder);
                accept();
            } else {
                bar_->setValue(0);
                state_->setText(QString::fromStdString(sentence(g.error())));
            }
        });
}

} // namespace hl
