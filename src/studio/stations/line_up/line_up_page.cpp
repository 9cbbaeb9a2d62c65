// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/line_up/line_up_page.h"

#include "core/guide/scene_edits.h"
#include "core/log/repair.h"
#include "picture/tokens.h"
#include "studio/widgets/style.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr QSize kMoment(160, 90);
constexpr std::size_t kMoments = 4;
constexpr TaskKind kTying{"line up", Lane::Long}, kListening{"listen to the film", Lane::Long},
    kWatching{"watch the film turn", Lane::Long}, kPlaces{"places of the film"}, kMomentsTask{"pictures of moments"};

/// One small picture of each moment, decoded in film order.
std::vector<QImage> framesAt(const std::filesystem::path& video, const std::vector<double>& times) {
    std::vector<QImage> out(times.size());
    auto reader = VideoReader::open(video, 1);
    if (!reader) return out;
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < times.size(); ++i)
        if (std::isfinite(times[i])) order.push_back(i);
    std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return times[a] < times[b]; });
    for (const auto i : order)
        if (const auto f = reader->frameAt(at<FootageTime>(times[i]))) {
            const int h = kMoment.width() * f->height / std::max(1, f->width);
            const auto px = toBgra(*f, kMoment.width(), h & ~1);
            out[i] = QImage(px.data(), kMoment.width(), h & ~1, kMoment.width() * 4, QImage::Format_RGB32).copy();
        }
    return out;
}

} // namespace

namespace {
/// By how much the clocks part in an hour: a frame and less is nothing to speak of.
QString driftText(double ppm) {
    const double inAnHour = 3600 * std::abs(ppm) * 1e-6;
    if (inAnHour < 0.04) return {};
    return ppm > 0 ? QObject::tr(", and the log's clock gains %1 s in an hour").arg(inAnHour, 0, 'f', 2)
                   : QObject::tr(", and the log's clock loses %1 s in an hour").arg(inAnHour, 0, 'f', 2);
}
} // namespace

QString tieMethodText(const std::string& method) {
    if (method == "sound") return QObject::tr("by the engine's sound");
    if (method == "motion") return QObject::tr("by how the picture turns");
    if (method == "both") return QObject::tr("by sound and picture together");
    if (method == "film") return QObject::tr("by the film's own log");
    return method == "hand" ? QObject::tr("by hand") : QObject::tr("not at all");
}

LineUpPage::LineUpPage(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), verdict_(new QLabel), state_(quiet({})),
      evidence_(new EvidenceView(desk, player)), places_(new PlacesView), metre_(new QDoubleSpinBox),
      pairs_(new QListWidget), sound_(plainButton(tr("By sound"))), motion_(plainButton(tr("By picture"))),
      both_(plainButton(tr("By both"))), use_(lampButton(tr("Tie by these"))) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 14, 16, 10);
    column->setSpacing(6);
    auto* top = new QHBoxLayout;
    top->addWidget(headline(tr("Line-up")));
    top->addStretch();
    for (auto* b : {sound_, motion_, both_}) top->addWidget(b);
    column->addLayout(top);
    verdict_->setObjectName(QStringLiteral("tieVerdict"));
    verdict_->setWordWrap(true);
    column->addWidget(verdict_);
    sides_ = new QWidget;
    sidesText_ = new QLabel, turnRound_ = plainButton({});
    turnRound_->setObjectName(QStringLiteral("turnRound"));
    sidesText_->setWordWrap(true);
    auto* sidesRow = new QHBoxLayout(sides_);
    sidesRow->setContentsMargins(0, 0, 0, 0);
    sidesRow->addWidget(sidesText_, 1);
    sidesRow->addWidget(turnRound_);
    sides_->hide();
    column->addWidget(sides_);
    column->addWidget(evidence_, 1);
    column->addWidget(places_);
    connect(places_, &PlacesView::chosen, this, &LineUpPage::choose);
    connect(places_, &PlacesView::momentWanted, this, [this](double filmS) { player_.seekFootage(filmS); });
    auto* hand = new QHBoxLayout;
    auto* earlier = plainButton(tr("\u2039 earlier"));
    auto* later = plainButton(tr("later \u203a"));
    auto* add = plainButton(tr("This frame is at"));
    earlier->setToolTip(tr("Moves the log one frame back against the film ([)"));
    later->setToolTip(tr("Moves the log one frame on against the film (])"));
    add->setObjectName(QStringLiteral("addPair"));
    add->setToolTip(tr("Notes that the picture now shown is at this metre of the lap"));
    metre_->setObjectName(QStringLiteral("pairMetre"));
    metre_->setAccessibleName(tr("Metre of the lap that this frame shows"));
    metre_->setRange(-1000, 100000);
    metre_->setDecimals(1);
    metre_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    metre_->setMinimumWidth(96);
    metre_->setSuffix(tr(" m"));
    for (QWidget* w : std::initializer_list<QWidget*>{earlier, later, add, metre_}) hand->addWidget(w);
    hand->addStretch();
    column->addLayout(hand);
    auto* list = new QHBoxLayout;
    list->setContentsMargins(0, 0, 0, 0);
    pairs_->setObjectName(QStringLiteral("pairs"));
    pairs_->setAccessibleName(tr("Moments set by hand. Delete removes one."));
    pairs_->setMaximumHeight(72);
    pairs_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* buttons = new QVBoxLayout;
    auto* remove = plainButton(tr("Remove"));
    use_->setObjectName(QStringLiteral("usePairs"));
    buttons->addWidget(use_);
    buttons->addWidget(remove);
    list->addWidget(pairs_, 1);
    list->addLayout(buttons);
    byHand_ = new QWidget;
    byHand_->setLayout(list);
    column->addWidget(byHand_);
    column->addWidget(state_);
    state_->hide();
    connect(sound_, &QPushButton::clicked, this, [this] { tieBy(SyncBy::Sound); });
    connect(motion_, &QPushButton::clicked, this, [this] { tieBy(SyncBy::Motion); });
    connect(both_, &QPushButton::clicked, this, [this] { tieBy(SyncBy::Both); });
    connect(turnRound_, &QPushButton::clicked, this, [this] {
        desk_.edit({tr("Left and right").toStdString(),
                    [told = sidesSeen_](Guide g) { return withSides(std::move(g), told); }});
    });
    connect(earlier, &QPushButton::clicked, this, [this] { nudge(-1); });
    connect(later, &QPushButton::clicked, this, [this] { nudge(1); });
    connect(add, &QPushButton::clicked, this, &LineUpPage::addPair);
    connect(use_, &QPushButton::clicked, this, &LineUpPage::usePairs);
    connect(remove, &QPushButton::clicked, this, &LineUpPage::removePair);
    connect(pairs_, &QListWidget::itemActivated, this, [this](const QListWidgetItem* i) {
        player_.seekFootage(
            seconds(desk_.guide().sources.film().pairs.at(static_cast<std::size_t>(pairs_->row(i))).footage));
    });
    connect(&desk_, &Desk::opened, this, [this] { // what was worked out for the guide before is not of this one
        busy_ = false;
        for (auto* b : {sound_, motion_, both_}) b->setEnabled(true);
        state_->hide();
        gatheredFor_.clear();
        picturesTurn_.reset();
        evidence_->clear();
        refresh();
        if (isVisible()) enter();
    });
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.sources || what.corners || what.facts) refresh();
    });
    connect(&desk_.tasks(), &Tasks::progressed, this, [this](const QString& kind, double share, const QString& doing) {
        if (kind == QLatin1String(kTying.name))
            state_->setText(tr("%1, %2 %").arg(doing).arg(static_cast<int>(share * 100)));
    });
}

/// What the picture says of left and right, where the log does not know or may be wrong.
void LineUpPage::lookAtSides() {
    const auto& log = *desk_.session().log;
    const auto told = picturesTurn_ && sidesMayBeMirrored(log)
                          ? sidesInPicture(*picturesTurn_, log, desk_.guide().sources.film().tie)
                          : std::nullopt;
    const bool against = told && *told < 0, guessed = log.sides.from == Sides::Guessed;
    sides_->setVisible(guessed || against);
    sidesText_->setText(
        against ? tr("<b>Left and right are mirrored</b>: the picture turns the other way than the log.")
        : told  ? tr("<b>Left and right</b> are guessed, and the picture turns as the log does.")
                : tr("<b>Left and right are guessed</b>: look whether the first corner goes the right way."));
    turnRound_->setText(told && !against ? tr("So they are") : tr("Turn them round"));
    sidesSeen_ = {told ? Sides::Film : Sides::Said, desk_.guide().sources.sides.turned != (against || !told)};
}

double LineUpPage::frameS() const {
    const double rate = desk_.session().videoInfo.frameRate;
    return rate > 1 ? 1 / rate : 0.04;
}

void LineUpPage::enter() {
    if (!desk_.isOpen() || gatheredFor_ == desk_.folder()) return;
    gatheredFor_ = desk_.folder();
    metre_->setValue(player_.metre());
    takeMoments();
    desk_.tasks().start(
        this, kListening,
        [s = desk_.sharedSession(), tie = desk_.guide().sources.film().tie](const Progress&) {
            return shownEvidence(*s, tie);
        },
        [this](ShownEvidence e) { evidence_->show(std::move(e)); });
    desk_.tasks().start(
        this, kWatching, [s = desk_.sharedSession()](const Progress& p) { return motionEvidence(*s, p); },
        [this](Result<PictureMotion> m) {
            if (!m) return;
            picturesTurn_ = *m;
            evidence_->addMotion(std::move(*m));
            lookAtSides();
        });
}

void LineUpPage::refresh() {
    const auto& s = desk_.guide().sources.film();
    // How exact a tie is says nothing while another place of the log may be meant.
    const bool byHand = s.tie.method == "hand";
    const auto verdict = byHand || s.tie.sure() ? tr("Tied <b>%1</b> to within <b>%2 ms</b>, %3.")
                                                      .arg(tieMethodText(s.tie.method))
                                                      .arg(std::lround(s.tie.uncertaintyMs))
                                                      .arg(byHand ? tr("as set") : tr("sure"))
                         : s.tie.method == "none"
                             ? tr("<b>Not tied</b>: look for it by sound or picture, or set two moments by hand.")
                             : tr("<b>Not surely tied</b>, %1: look at the places below, or set two moments by hand.")
                                   .arg(tieMethodText(s.tie.method));
    verdict_->setText(
        verdict + QLatin1Char(' ') +
        tr("Log time is film time plus %1 s%2.").arg(s.tie.offsetS, 0, 'f', 3).arg(driftText(s.tie.driftPpm)));
    pairs_->clear();
    for (const auto& p : s.pairs) {
        const double off = seconds(s.tie.log(p.footage)) - seconds(timeAt(desk_.session().trace, p.atM));
        pairs_->addItem(tr("film %1 is at %2 m, %3 ms off the tie")
                            .arg(clockText(seconds(p.footage), 2))
                            .arg(p.atM, 0, 'f', 1)
                            .arg(std::lround(off * 1000)));
    }
    use_->setEnabled(s.pairs.size() >= 2);
    byHand_->setVisible(!s.pairs.empty());
    lookAtSides();
    takeMoments();
}

void LineUpPage::choosePlace(std::size_t i) {
    if (i < places_->places().size() && !places_->places()[i].present) choose(places_->places()[i].place);
}

void LineUpPage::choose(const TiePlace& place) {
    desk_.edit({tr("Another place").toStdString(), [place](Guide g) { return withPlace(std::move(g), place); }});
}

/// The lap's turn-ins where each place puts them in the film: one sees at once which of them is right.
void LineUpPage::takeMoments() {
    if (!isVisible() && places_->places().empty() && gatheredFor_.isEmpty()) return;
    desk_.tasks().start(
        this, kPlaces,
        [g = desk_.guide(), s = desk_.sharedSession()](const Progress&) { return placeMoments(g, *s, kMoments); },
        [this](std::vector<PlaceMoments> places) {
            places_->show(std::move(places));
            takePictures();
        });
}

void LineUpPage::takePictures() {
    desk_.tasks().start(
        this, kMomentsTask,
        [video = desk_.session().video, times = places_->filmTimes()](const Progress&) {
            return framesAt(video, times);
        },
        [this](const std::vector<QImage>& frames) { places_->setPictures(frames); });
}

void LineUpPage::tieBy(SyncBy by) {
    if (busy_ || !desk_.isOpen()) return;
    busy_ = true;
    for (auto* b : {sound_, motion_, both_}) b->setEnabled(false);
    state_->show();
    desk_.tasks().start(
        this, kTying,
        [s = desk_.sharedSession(), by](const Progress& p) -> Result<ClockTie> {
            auto tie = lineUp(s->video, *s->log, by, p);
            return tie ? Result<ClockTie>(withLaps(std::move(*tie), s->laps, s->videoInfo.length)) : tie;
        },
        [this](Result<ClockTie> tie) {
            busy_ = false;
            for (auto* b : {sound_, motion_, both_}) b->setEnabled(true);
            if (!tie) {
                state_->setText(QString::fromStdString(sentence(tie.error())));
                return;
            }
            state_->hide();
            desk_.edit({tr("Line-up").toStdString(), [t = *tie](Guide g) { return withTie(std::move(g), t); }});
        });
}

void LineUpPage::nudge(int frames) {
    if (!desk_.isOpen()) return;
    auto tie = desk_.guide().sources.film().tie;
    tie.offsetS += frames * frameS();
    tie.method = "hand", tie.confidence = 1, tie.uncertaintyMs = std::max(tie.uncertaintyMs, 500 * frameS());
    desk_.edit({tr("Nudge by a frame").toStdString(), [tie](Guide g) { return withTie(std::move(g), tie); }});
}

void LineUpPage::addPair() {
    if (!desk_.isOpen()) return;
    auto pairs = desk_.guide().sources.film().pairs;
    pairs.push_back({at<FootageTime>(player_.footageTime()), metre_->value()});
    desk_.edit({tr("Moment by hand").toStdString(), [pairs](Guide g) { return withPairs(std::move(g), pairs); }});
}

void LineUpPage::removePair() {
    const int row = pairs_->currentRow();
    auto pairs = desk_.isOpen() ? desk_.guide().sources.film().pairs : std::vector<PlacePair>{};
    if (row < 0 || row >= static_cast<int>(pairs.size())) return;
    pairs.erase(pairs.begin() + row);
    desk_.edit({tr("Remove a moment").toStdString(), [pairs](Guide g) { return withPairs(std::move(g), pairs); }});
}

void LineUpPage::usePairs() {
    if (!desk_.isOpen()) return;
    std::vector<HandPair> pairs;
    for (const auto& p : desk_.guide().sources.film().pairs)
        pairs.push_back({p.footage, timeAt(desk_.session().trace, p.atM)});
    const auto tie = syncByHand(pairs);
    state_->setVisible(!tie);
    if (!tie)
        state_->setText(QString::fromStdString(sentence(tie.error())));
    else
        desk_.edit({tr("Tie by hand").toStdString(), [t = *tie](Guide g) { return withTie(std::move(g), t); }});
}

} // namespace hl
