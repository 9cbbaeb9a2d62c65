// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/take_panel.h"

#include "core/take/take_edits.h"
#include "core/take/take_sound.h"
#include "picture/tokens.h"
#include "studio/stations/words/wave_strip.h"
#include "studio/widgets/choice_box.h"
#include "studio/widgets/style.h"

#include <cmath>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>

namespace hl {
namespace {

constexpr TaskKind kBringing{"bring in a take", Lane::Long};

QString quoted(const std::string& text) { return QStringLiteral("\u201c%1\u201d").arg(QString::fromStdString(text)); }

/// What was said differently, as one reads it.
QString slipText(const TakeSlip& s, const std::string& text) {
    const auto written = text.substr(std::min(s.from, text.size()), s.to - s.from);
    if (s.heard.empty()) return QObject::tr("not said: %1").arg(quoted(written));
    if (written.empty()) return QObject::tr("said besides: %1").arg(quoted(s.heard));
    return QObject::tr("said %1, written %2").arg(quoted(s.heard), quoted(written));
}

} // namespace

TakePanel::TakePanel(Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), recording_(new Recording(this)), source_(new QLabel), words_(new QLabel),
      said_(new QLabel), speak_(plainButton(tr("Speak"))), bring_(plainButton(tr("Bring in a take"))),
      away_(plainButton(tr("Put away"))), earlier_(plainButton(tr("Earlier take"))),
      pauses_(choiceBox(tr("Pauses of the take"), "pauses", 136)), wave_(new WaveStrip), bar_(new LevelBar),
      slipArea_(new QWidget), slips_(new QVBoxLayout(slipArea_)), scopes_(new QMenu(bring_)) {
    setObjectName(QStringLiteral("takes"));
    speak_->setObjectName(QStringLiteral("speak"));
    away_->setObjectName(QStringLiteral("putAway"));
    earlier_->setObjectName(QStringLiteral("earlierTake"));
    source_->setObjectName(QStringLiteral("voiceOf"));
    said_->setObjectName(QStringLiteral("takeSaid"));
    said_->setWordWrap(true);
    words_->setObjectName(QStringLiteral("prompt"));
    words_->setWordWrap(true);
    speak_->setToolTip(
        tr("Records these words after three clicks; once more ends it (Ctrl+R), Ctrl+Shift+R throws it away"));
    earlier_->setToolTip(tr("The take before this one is heard again; three are kept"));
    away_->setToolTip(tr("This take is not heard any more; its file stays"));
    bring_->setToolTip(tr("A sound file, or a film for its sound (Ctrl+T)"));
    scopes_->addAction(tr("of these words"), this, [this] { askForFile(false, false); });
    scopes_->addAction(tr("of this corner"), this, [this] { askForFile(true, false); });
    scopes_->addAction(tr("of the whole guide"), this, [this] { askForFile(false, true); });
    bring_->setMenu(scopes_);
    for (const auto& [text, s] :
         {std::pair(tr("all pauses"), 0.0), std::pair(tr("pauses 0.6 s"), 0.6), std::pair(tr("pauses 0.35 s"), 0.35)})
        pauses_->addItem(text, s);
    auto* top = new QHBoxLayout;
    auto* title = new QLabel(tr("Your voice"));
    title->setStyleSheet(QStringLiteral("font-size: %1px; font-weight: 700").arg(look::kText));
    top->addWidget(title);
    top->addWidget(source_, 1);
    for (QWidget* w : std::initializer_list<QWidget*>{pauses_, earlier_, away_, bring_, speak_}) top->addWidget(w);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(4);
    column->addLayout(top);
    column->addWidget(words_);
    column->addWidget(bar_);
    column->addWidget(wave_);
    slips_->setContentsMargins(0, 0, 0, 0);
    slips_->setSpacing(2);
    column->addWidget(slipArea_);
    column->addWidget(said_);
    connect(speak_, &QPushButton::clicked, this, &TakePanel::speakOrEnd);
    connect(away_, &QPushButton::clicked, this, [this] {
        desk_.edit(
            {tr("Take put away").toStdString(), [id = beat_](Guide g) { return withoutTake(std::move(g), id); }});
    });
    connect(earlier_, &QPushButton::clicked, this, [this] {
        desk_.edit(
            {tr("Earlier take").toStdString(), [id = beat_](Guide g) { return withTakeChosen(std::move(g), id, 1); }});
    });
    connect(pauses_, &QComboBox::currentIndexChanged, this, [this] {
        if (filling_) return;
        desk_.edit({tr("Pauses").toStdString(), [id = beat_, s = pauses_->currentData().toDouble()](Guide g) {
                        return withPausesShortened(std::move(g), id, s);
                    }});
    });
    connect(recording_, &Recording::counted, this, [this](int left) { speak_->setText(tr("%1 \u2026").arg(left)); });
    connect(recording_, &Recording::started, this, [this] { speak_->setText(tr("End")); });
    connect(recording_, &Recording::heard, this, &TakePanel::level);
    connect(recording_, &Recording::finished, this, &TakePanel::takeRecording);
    connect(recording_, &Recording::failed, this, [this](const QString& why) { say(why, true); });
    connect(recording_, &Recording::ended, this, &TakePanel::refresh);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.words || what.corners) refresh();
    });
    connect(&desk_, &Desk::cutChanged, this, &TakePanel::refresh);
    connect(&desk_, &Desk::opened, this, [this] {
        recording_->throwAway();
        said_->clear();
        show({});
    });
    refresh();
}

QList<StationKey> TakePanel::keys() {
    return {{QKeySequence(Qt::CTRL | Qt::Key_R), tr("speak these words, and end it"), [this] { speakOrEnd(); }, false},
            {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_R), tr("throw away what is being recorded"),
             [this] { recording_->throwAway(); }, false},
            {QKeySequence(Qt::CTRL | Qt::Key_T), tr("bring in a take"), [this] { bring_->showMenu(); }, false}};
}

void TakePanel::show(BeatId beat) {
    if (beat == beat_) return;
    beat_ = beat;
    if (recording_->state() == Recording::State::Idle) said_->clear();
    refresh();
}

void TakePanel::say(const QString& text, bool wrong) { said_->setText(wrong ? tr("\u26a0 %1").arg(text) : text); }

void TakePanel::refresh() {
    const auto* b = desk_.isOpen() ? beatWith(desk_.guide(), beat_) : nullptr;
    const bool recording = recording_->state() != Recording::State::Idle;
    filling_ = true;
    speak_->setEnabled(b || recording);
    if (!recording) speak_->setText(tr("Speak"));
    const bool taken = b && !b->takes.empty();
    away_->setVisible(taken), pauses_->setVisible(taken), earlier_->setVisible(taken && b->takes.size() > 1);
    wave_->setVisible(taken), bar_->setVisible(recording), words_->setVisible(recording && b);
    scopes_->actions().at(0)->setEnabled(b);
    if (b) words_->setText(QString::fromStdString(b->words));
    if (!b)
        source_->setText(tr("choose some words to speak them"));
    else if (!taken)
        source_->setText(tr("the scratch voice speaks these words"));
    else {
        const auto& take = b->takes.front();
        source_->setText(tr("%1 s, %2")
                             .arg(heardLength(take), 0, 'f', 1)
                             .arg(QFileInfo(QString::fromStdString(take.file)).fileName()));
        pauses_->setCurrentIndex(take.longestPauseS <= 0 ? 0 : take.longestPauseS > 0.5 ? 1 : 2);
        const auto speech = desk_.speeches().of(b->id, false);
        std::vector<double> starts;
        if (speech)
            for (const auto& w : speech->words) starts.push_back(w.startS);
        wave_->show(speech && speech->source == "take" ? speech->sound : nullptr, std::move(starts));
        if (speech && !speech->lacking.empty()) say(QString::fromStdString(speech->lacking), true);
    }
    filling_ = false;
    if (b)
        showSlips(*b);
    else
        slipArea_->hide();
}

void TakePanel::showSlips(const Beat& b) {
    while (auto* item = slips_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    slipArea_->setVisible(!b.takes.empty() && !b.takes.front().slips.empty());
    if (b.takes.empty()) return;
    const auto& take = b.takes.front();
    constexpr std::size_t kShown = 3; // the others follow when these are settled
    for (std::size_t i = 0; i < std::min(kShown, take.slips.size()); ++i) {
        const auto& s = take.slips[i];
        auto* row = new QWidget;
        auto* line = new QHBoxLayout(row);
        line->setContentsMargins(0, 0, 0, 0);
        auto* text = new QLabel(slipText(s, take.text));
        text->setObjectName(QStringLiteral("slip"));
        text->setWordWrap(true);
        line->addWidget(text, 1);
        const auto button = [&](const QString& label, const QString& does, auto edit) {
            auto* b2 = plainButton(label);
            b2->setAccessibleName(tr("%1: %2").arg(label, text->text()));
            connect(b2, &QPushButton::clicked, this, [this, does, edit, id = beat_, i] {
                desk_.edit({does.toStdString(), [id, i, edit](Guide g) { return edit(std::move(g), id, i); }});
            });
            line->addWidget(b2);
        };
        button(s.heard.empty() ? tr("Leave it out") : tr("Write what was said"), tr("Words as spoken"),
               withSlipAccepted);
        if (!s.heard.empty() && s.from == s.to) button(tr("Cut it out"), tr("Cut out of the take"), withSlipCutOut);
        slips_->addWidget(row);
    }
    if (take.slips.size() > kShown) slips_->addWidget(quiet(tr("and %1 more").arg(take.slips.size() - kShown)));
}

void TakePanel::level() {
    bar_->show(recording_->peakDb(), recording_->clipped());
    said_->setText(tr("%1 s \u00b7 level %2 dBFS, noise %3 dBFS%4")
                       .arg(recording_->spokenS(), 0, 'f', 1)
                       .arg(std::lround(recording_->peakDb()))
                       .arg(std::lround(recording_->noiseDb()))
                       .arg(recording_->clipped() ? tr(" \u00b7 too loud: it is clipped") : QString()));
}

void TakePanel::speakOrEnd() {
    if (recording_->state() != Recording::State::Idle) return recording_->finish();
    if (!desk_.isOpen() || !beatWith(desk_.guide(), beat_)) return;
    spokenTo_ = beat_;
    const QDir takes(desk_.folder() + QStringLiteral("/takes"));
    QString file;
    for (int k = 1; file.isEmpty() || QFileInfo::exists(file); ++k)
        file = takes.filePath(QStringLiteral("beat-%1-%2.wav").arg(beat_.value).arg(k));
    recording_->begin(file);
    refresh();
}

void TakePanel::takeRecording(const QString& file) { bringIn(file, {{}, {}, spokenTo_}); }

void TakePanel::askForFile(bool corner, bool whole) {
    if (!desk_.isOpen()) return;
    const auto file = QFileDialog::getOpenFileName(
        this, tr("A take"), {},
        tr("Sound and films (*.wav *.flac *.opus *.ogg *.mp3 *.m4a *.aac *.mp4 *.mov *.mkv *.webm);;All files (*)"));
    if (file.isEmpty()) return;
    TakeWish wish;
    if (corner)
        wish.corner = desk_.chosen() ? desk_.chosen()->id : CornerId{};
    else if (!whole)
        wish.beat = beat_;
    bringIn(file, wish);
}

void TakePanel::bringIn(const QString& audio, const TakeWish& scope) {
    auto wish = scope;
    wish.audio = audio.toStdString();
    say(tr("Laying the take on the words\u2026"), false);
    desk_.tasks().start(
        this, kBringing,
        [g = desk_.guide(), folder = desk_.session().folder, wish](const Progress& p) {
            return bringTake(g, folder, wish, p);
        },
        [this](Result<BroughtTake> brought) {
            if (!brought) return say(QString::fromStdString(sentence(brought.error())), true);
            // Onto the guide as it is now: somebody may have written on meanwhile.
            std::vector<std::pair<BeatId, Take>> takes;
            std::size_t slips = 0;
            for (const auto& s : brought->beats)
                if (const auto* b = beatWith(brought->guide, s.beat))
                    takes.emplace_back(s.beat, b->takes.front()), slips += s.differences.size();
            desk_.edit({tr("Take").toStdString(), [takes](Guide g) {
                            for (const auto& [id, take] : takes) g = withTake(std::move(g), id, take);
                            return g;
                        }});
            const auto& l = brought->level;
            auto text = tr("%n stretch(es) of words spoken", nullptr, static_cast<int>(takes.size()));
            if (!brought->unspoken.empty())
                text += tr(", %n not found in it", nullptr, static_cast<int>(brought->unspoken.size()));
            if (slips > 0) text += tr(", %n said differently", nullptr, static_cast<int>(slips));
            text += tr(" \u00b7 %1 LUFS, noise %2 dBFS").arg(l.speechLufs, 0, 'f', 0).arg(l.noiseDbfs, 0, 'f', 0);
            say(l.clipped ? text + tr(" \u00b7 clipped: it was too loud") : text, l.clipped);
        });
}

} // namespace hl
