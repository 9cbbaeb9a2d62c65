// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/take_panel.h"

#include "core/take/take_edits.h"
#include "core/take/take_sound.h"
#include "picture/tokens.h"
#include "studio/speaking/speak_over.h"
#include "studio/stations/words/prompter.h"
#include "studio/stations/words/slip_text.h"
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

constexpr TaskKind kBringing{"bring in a take", Lane::Long}, kLaying{"lay a take anew", Lane::Long};

} // namespace

TakePanel::TakePanel(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), recording_(new Recording(this)),
      over_(new SpeakOver(player, *recording_, this)), prompter_(new Prompter(desk, player, *over_, this)),
      source_(new QLabel), words_(new QLabel), said_(new QLabel), speak_(plainButton(tr("Speak"))),
      overButton_(plainButton(tr("With the picture"))), bring_(plainButton(tr("Bring in"))),
      away_(plainButton(tr("Put away"))), earlier_(plainButton(tr("Earlier take"))), anew_(plainButton(tr("Lay anew"))),
      pauses_(choiceBox(tr("Pauses of the take"), "pauses", 136)), wave_(new WaveStrip), bar_(new LevelBar),
      slipArea_(new QWidget), slips_(new QVBoxLayout(slipArea_)), scopes_(new QMenu(bring_)),
      overs_(new QMenu(overButton_)) {
    setAttribute(Qt::WA_StyledBackground);
    setMinimumHeight(190);
    setObjectName(QStringLiteral("voice"));
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
    scopes_->addAction(tr("a talk-over of the film, to become the words\u2026"), this, &TakePanel::askForTalkOver);
    bring_->setMenu(scopes_);
    overButton_->setObjectName(QStringLiteral("speakOver"));
    overButton_->setToolTip(tr("Speak while the picture runs; it is silent meanwhile (Ctrl+E)"));
    for (const auto& [text, what] : {std::pair(tr("these words, as the picture comes to them"), Over::TheseWords),
                                     std::pair(tr("this corner, as it is planned"), Over::Corner),
                                     std::pair(tr("the whole guide, as it is planned"), Over::Guide),
                                     std::pair(tr("the lap at half speed, to become the words"), Over::LapHalf),
                                     std::pair(tr("the lap at full speed, to become the words"), Over::LapFull)})
        overs_->addAction(text, this, [this, what = what] { speakOver(what); });
    overs_->addSeparator();
    overs_->addAction(tr("Show the words large (Ctrl+P)"), this, &TakePanel::showPrompter);
    overButton_->setMenu(overs_);
    anew_->setObjectName(QStringLiteral("layAnew"));
    anew_->setToolTip(tr("The words are others than the take was laid on: lays it on these"));
    connect(anew_, &QPushButton::clicked, this, &TakePanel::layAnew);
    for (const auto& [text, s] :
         {std::pair(tr("all pauses"), 0.0), std::pair(tr("pauses 0.6 s"), 0.6), std::pair(tr("pauses 0.35 s"), 0.35)})
        pauses_->addItem(text, s);
    for (auto* l : {source_, said_})
        l->setStyleSheet(
            QStringLiteral("color: %1; font-size: %2px").arg(QColor(look::kReed).name()).arg(look::kSmall));
    words_->setStyleSheet(QStringLiteral("font-size: 18px; font-weight: 600"));
    for (auto* b : {speak_, overButton_, bring_, away_, earlier_, anew_})
        b->setStyleSheet(QStringLiteral("padding: 4px %1px 4px 10px; font-size: 13px").arg(b->menu() ? 22 : 10));
    pauses_->setStyleSheet(
        QStringLiteral("padding: 3px 8px; font-size: 13px; color: %1").arg(QColor(look::kInk).name()));
    source_->setMinimumWidth(30);
    auto* top = new QHBoxLayout;
    auto* title = new QLabel(tr("Your voice"));
    title->setStyleSheet(QStringLiteral("font-size: %1px; font-weight: 700").arg(look::kText));
    top->setSpacing(6);
    top->addWidget(title);
    top->addWidget(source_, 1);
    for (QWidget* w : std::initializer_list<QWidget*>{anew_, earlier_, away_}) top->addWidget(w);
    auto* below = new QHBoxLayout;
    below->setSpacing(6);
    for (QWidget* w : std::initializer_list<QWidget*>{speak_, overButton_, bring_}) below->addWidget(w);
    below->addStretch();
    below->addWidget(pauses_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 8, 10, 8);
    column->setSpacing(4);
    column->addLayout(top);
    column->addWidget(words_);
    column->addWidget(bar_);
    column->addWidget(wave_);
    slips_->setContentsMargins(0, 0, 0, 0);
    slips_->setSpacing(2);
    column->addWidget(slipArea_);
    column->addWidget(said_);
    column->addStretch();
    column->addLayout(below);
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
    connect(recording_, &Recording::heard, this, [this] {
        const auto* wish = std::get_if<TakeWish>(&speaking_);
        if (prompter_->isVisible() && wish && wish->beat && !over_->running())
            prompter_->show(wish->beat, recording_->spokenS());
    });
    connect(recording_, &Recording::failed, this, [this](const QString& why) { say(why, true); });
    connect(recording_, &Recording::ended, this, &TakePanel::refresh);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.words || what.corners) refresh();
    });
    connect(&desk_, &Desk::cutChanged, this, &TakePanel::refresh);
    connect(&desk_, &Desk::measured, this, &TakePanel::refresh);
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
            {QKeySequence(Qt::CTRL | Qt::Key_E), tr("speak while the picture runs"),
             [this] { overButton_->showMenu(); }, false},
            {QKeySequence(Qt::CTRL | Qt::Key_P), tr("the words large, in a window of their own"),
             [this] { showPrompter(); }, false},
            {QKeySequence(Qt::CTRL | Qt::Key_T), tr("bring in a take"), [this] { bring_->showMenu(); }, false}};
}

void TakePanel::show(BeatId beat) {
    if (beat == beat_) return;
    beat_ = beat;
    if (recording_->state() == Recording::State::Idle) said_->clear();
    if (prompter_->isVisible() && !over_->running()) prompter_->show(beat_, -1);
    refresh();
}

void TakePanel::showPrompter() {
    if (prompter_->isVisible()) return prompter_->hide();
    prompter_->show(beat_, -1);
    prompter_->QWidget::show();
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
    wave_->setVisible(taken), bar_->setVisible(recording), words_->setVisible(b && (!taken || recording));
    scopes_->actions().at(0)->setEnabled(b);
    overButton_->setEnabled(!recording && desk_.isOpen());
    const auto said = b ? asSaid(desk_.guide(), desk_.session().measured, beat_).text : std::string();
    words_->setText(QString::fromStdString(said));
    anew_->setVisible(taken && hasWords(said) && b->takes.front().text != said);
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
    constexpr std::size_t kShown = 2; // the others follow when these are settled
    for (std::size_t i = 0; i < std::min(kShown, take.slips.size()); ++i) {
        const auto& s = take.slips[i];
        auto* row = new QWidget;
        auto* line = new QHBoxLayout(row);
        line->setContentsMargins(0, 0, 0, 0);
        auto* text = new QLabel(slipText(s, take.text));
        text->setStyleSheet(QStringLiteral("font-size: %1px").arg(look::kSmall));
        text->setObjectName(QStringLiteral("slip"));
        text->setWordWrap(true);
        line->addWidget(text, 1);
        const auto button = [&](const QString& label, const QString& does, auto edit) {
            auto* b2 = plainButton(label);
            b2->setStyleSheet(QStringLiteral("padding: 3px 9px; font-size: 13px"));
            b2->setAccessibleName(tr("%1: %2").arg(label, text->text()));
            connect(b2, &QPushButton::clicked, this, [this, does, edit, id = beat_, i] {
                desk_.edit({does.toStdString(), [id, i, edit](Guide g) { return edit(std::move(g), id, i); }});
            });
            line->addWidget(b2);
        };
        button(s.heard.empty() ? tr("Leave it out") : tr("Write what was said"), tr("Words as spoken"),
               [written = asSaid(desk_.guide(), desk_.session().measured, b.id)](Guide g, BeatId id, std::size_t k) {
                   return withSlipAccepted(std::move(g), id, k, written);
               });
        if (!s.heard.empty() && s.from == s.to) button(tr("Cut it out"), tr("Cut out of the take"), withSlipCutOut);
        slips_->addWidget(row);
    }
    if (take.slips.size() > kShown) {
        auto* more = new QLabel(tr("and %1 more").arg(take.slips.size() - kShown));
        more->setObjectName(QStringLiteral("darkquiet"));
        slips_->addWidget(more);
    }
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
    speaking_ = TakeWish{{}, {}, beat_};
    recording_->begin(freshFile(QStringLiteral("beat-%1").arg(beat_.value)));
    refresh();
}

QString TakePanel::freshFile(const QString& name) const {
    const QDir takes(desk_.folder() + QStringLiteral("/takes"));
    for (int k = 1;; ++k) {
        const auto file = takes.filePath(QStringLiteral("%1-%2.wav").arg(name).arg(k));
        if (!QFileInfo::exists(file)) return file;
    }
}

void TakePanel::speakOver(Over what) {
    if (!desk_.isOpen() || recording_->state() != Recording::State::Idle || over_->running()) return;
    const auto& cut = desk_.cut();
    OverStretch stretch;
    QString name = QStringLiteral("talk");
    if (what == Over::TheseWords) {
        constexpr double kLeadS = 3, kRoomS = 1.5;
        const Spoken* words = nullptr;
        for (const auto& s : cut.sections)
            for (const auto& w : s.spoken)
                if (w.beat() == beat_ && !w.cue()) words = &w;
        if (!words) return say(tr("These words are not spoken in the guide as it is planned."), true);
        stretch.fromS = seconds(words->start), stretch.toS = seconds(words->end) + kRoomS, stretch.leadS = kLeadS;
        speaking_ = TakeWish{{}, {}, beat_}, name = QStringLiteral("beat-%1").arg(beat_.value);
    } else if (what == Over::Corner) {
        const auto* c = desk_.chosen();
        const auto* first = c ? sectionOf(cut, c->id) : nullptr;
        if (!first) return say(tr("This corner is not in the guide as it is planned."), true);
        stretch.fromS = seconds(first->start), stretch.toS = seconds(first->end);
        speaking_ = TakeWish{{}, c->id, {}}, name = QStringLiteral("corner-%1").arg(c->number);
    } else if (what == Over::Guide) {
        stretch.toS = cut.lengthS;
        speaking_ = TakeWish{};
    } else {
        const auto& clock = desk_.clock();
        if (clock.metres.empty()) return;
        stretch.mode = Player::Mode::Footage;
        stretch.rate = what == Over::LapHalf ? 0.5 : 1;
        const auto& corners = desk_.guide().corners;
        stretch.fromS = seconds(clock.footage(corners.empty() ? 0 : corners.front().startM));
        stretch.toS = seconds(clock.footage(corners.empty() ? desk_.session().trace.lengthM : corners.back().endM));
        speaking_ = FilmRan{stretch.fromS, stretch.rate};
    }
    over_->begin(stretch, freshFile(name));
    refresh();
}

void TakePanel::takeRecording(const QString& file) {
    if (const auto* film = std::get_if<FilmRan>(&speaking_))
        bringTalkOver(file, *film);
    else
        bringIn(file, std::get<TakeWish>(speaking_));
}

void TakePanel::askForTalkOver() {
    if (!desk_.isOpen()) return;
    const auto file = QFileDialog::getOpenFileName(
        this, tr("A talk-over that begins where the film stands now"), {},
        tr("Sound and films (*.wav *.flac *.opus *.ogg *.mp3 *.m4a *.aac *.mp4 *.mov *.mkv *.webm);;All files (*)"));
    if (!file.isEmpty()) bringTalkOver(file, FilmRan{player_.footageTime(), player_.pace()});
}

void TakePanel::bringTalkOver(const QString& audio, std::optional<FilmRan> film, const QString& script) {
    TalkOverWish wish{audio.toStdString(), film, script.toStdString()};
    say(tr("Parting the talk-over\u2026"), false);
    desk_.tasks().start(
        this, kBringing,
        [g = desk_.guide(), session = desk_.sharedSession(), wish](const Progress& p) {
            return std::pair(g, talkedOver(g, *session, wish, p));
        },
        [this](std::pair<Guide, Result<TalkedOver>> made) {
            auto& [before, talked] = made;
            if (!talked) return say(QString::fromStdString(sentence(talked.error())), true);
            if (desk_.guide() != before)
                return say(tr("The guide was changed meanwhile. The talk-over is kept in takes/; bring it in again."),
                           true);
            const int beats = static_cast<int>(talked->beats.size()),
                      corners = static_cast<int>(talked->corners.size());
            auto text = beats == 1 ? tr("one stretch of words became a beat")
                                   : tr("%1 stretches of words in %2 corners").arg(beats).arg(corners);
            if (talked->left > 0) text += tr(", %1 outside of all corners").arg(talked->left);
            desk_.edit({tr("Talk-over").toStdString(), [g = talked->guide](Guide) { return g; }});
            say(text, false);
        });
}

void TakePanel::layAnew() {
    desk_.tasks().start(
        this, kLaying,
        [g = desk_.guide(), s = desk_.sharedSession(), id = beat_](const Progress& p) {
            return std::pair(id, laidAnew(g, s->folder, id, p, s->measured));
        },
        [this](std::pair<BeatId, Result<Take>> made) {
            if (!made.second) return say(QString::fromStdString(sentence(made.second.error())), true);
            desk_.edit({tr("Take laid anew").toStdString(), [id = made.first, take = *made.second](Guide g) {
                            auto* b = beatWith(g, id);
                            if (b && !b->takes.empty()) b->takes.front() = take;
                            return g;
                        }});
        });
}

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
        [g = desk_.guide(), s = desk_.sharedSession(), wish](const Progress& p) {
            return bringTake(g, s->folder, wish, p, s->measured);
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
            auto text = takes.size() == 1 ? tr("one stretch of words spoken")
                                          : tr("%1 stretches of words spoken").arg(takes.size());
            if (!brought->unspoken.empty()) text += tr(", %1 not found in it").arg(brought->unspoken.size());
            if (slips > 0) text += tr(", %1 said differently").arg(slips);
            text += tr(" \u00b7 %1 LUFS, noise %2 dBFS").arg(l.speechLufs, 0, 'f', 0).arg(l.noiseDbfs, 0, 'f', 0);
            say(l.clipped ? text + tr(" \u00b7 clipped: it was too loud") : text, l.clipped);
        });
}

} // namespace hl
