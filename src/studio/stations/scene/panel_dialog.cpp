// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/panel_dialog.h"

#include "core/units/numbers.h"
#include "media/video_reader.h"
#include "picture/tokens.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr int kShownWidth = 960; // px to which frames are brought
constexpr int kSteps = 1000;     // of the slider
constexpr double kMph = 0.44704, kKmh = 1 / 3.6;
constexpr double kUsable = 0.25; // confidence that counts as read
constexpr TaskKind kFrame{"panel picture", Lane::Quick, false}, kReading{"read the panel", Lane::Long, false};

struct Frame {
    QImage picture;
    QSize film;
    double lengthS = 0;
};

std::optional<Frame> frameAt(const std::string& film, double share) {
    auto reader = VideoReader::open(film, 1);
    if (!reader) return std::nullopt;
    const auto& info = reader->info();
    const auto f = reader->frameAt(at<FootageTime>(share * info.length.count()));
    if (!f) return std::nullopt;
    const int w = std::min(kShownWidth, f->width) & ~1, h = (w * f->height / f->width) & ~1;
    const auto px = toBgra(*f, w, h);
    return Frame{
        QImage(px.data(), w, h, w * 4, QImage::Format_RGB32).copy(), {f->width, f->height}, info.length.count()};
}

} // namespace

PanelDialog::PanelDialog(Tasks& tasks, QString film, std::vector<PanelBox> boxes, QWidget* parent)
    : QDialog(parent), tasks_(tasks), film_(std::move(film)), picture_(new PanelPicture),
      moment_(new QSlider(Qt::Horizontal)), clock_(new QLabel), state_(quiet({})),
      read_(plainButton(tr("Read the film"))), use_(lampButton(tr("Use these boxes"))) {
    setWindowTitle(tr("Panel in the picture"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* paper = sheet(this);
    outer->addWidget(paper);
    auto* column = new QVBoxLayout(paper);
    column->setContentsMargins(28, 20, 28, 20);
    column->addWidget(headline(tr("What the picture shows")));
    auto* help =
        quiet(tr("Drag a box close around each bar and number, once. High Lantern follows them over the whole film: "
                 "bars of any colour, numbers in any type."));
    help->setWordWrap(true);
    column->addWidget(help);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(20);
    auto* left = new QVBoxLayout;
    left->addWidget(picture_, 1);
    auto* time = new QHBoxLayout;
    moment_->setObjectName(QStringLiteral("panelMoment"));
    moment_->setAccessibleName(tr("Moment of the film"));
    moment_->setRange(0, kSteps);
    moment_->setValue(kSteps / 3);
    time->addWidget(moment_, 1);
    time->addWidget(clock_);
    left->addLayout(time);
    middle->addLayout(left, 1);
    auto* right = new QVBoxLayout;
    auto* grid = new QGridLayout;
    grid->setVerticalSpacing(10);
    addRow(Channel::Throttle, tr("Throttle"), grid), addRow(Channel::Brake, tr("Brake"), grid);
    addRow(Channel::Gear, tr("Gear"), grid), addRow(Channel::Speed, tr("Speed"), grid);
    right->addLayout(grid);
    right->addSpacing(10);
    right->addWidget(read_);
    state_->setWordWrap(true);
    state_->setObjectName(QStringLiteral("panelState"));
    state_->setFixedWidth(290);
    help->setMaximumWidth(1060);
    right->addWidget(state_);
    right->addStretch();
    middle->addLayout(right);
    column->addLayout(middle, 1);
    auto* buttons = new QHBoxLayout;
    auto* cancel = plainButton(tr("Cancel"));
    buttons->addStretch();
    buttons->addWidget(cancel);
    buttons->addWidget(use_);
    column->addLayout(buttons);
    read_->setObjectName(QStringLiteral("panelRead")), use_->setObjectName(QStringLiteral("panelUse"));
    use_->setDefault(true);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    connect(use_, &QPushButton::clicked, this, &QDialog::accept);
    connect(read_, &QPushButton::clicked, this, &PanelDialog::read);
    connect(picture_, &PanelPicture::boxDrawn, this, &PanelDialog::take);
    connect(moment_, &QSlider::valueChanged, this, &PanelDialog::showFrame);
    connect(&tasks_, &Tasks::progressed, this, [this](const QString& kind, double share, const QString& doing) {
        if (kind == QLatin1String(kReading.name))
            state_->setText(tr("%1, %2 %").arg(doing).arg(static_cast<int>(100 * share)));
    });
    for (const auto& b : boxes)
        for (auto& row : rows_)
            if (row.box.channel == b.channel) {
                row.box = b, row.drawn = true;
                row.how->setCurrentIndex(b.channel == Channel::Speed ? (b.factor == kMph ? 1 : 0)
                                         : isBar(b.kind)             ? static_cast<int>(b.kind)
                                                                     : 0);
            }
    choose(0);
    showFrame();
    resize(1120, 680);
}

PanelDialog::~PanelDialog() { tasks_.drop(kReading.name); }

void PanelDialog::addRow(Channel channel, const QString& label, QGridLayout* to) {
    const bool bar = channel == Channel::Throttle || channel == Channel::Brake;
    const auto i = rows_.size();
    Row row;
    row.box.channel = channel, row.box.kind = bar ? PanelKind::BarUp : PanelKind::Digits;
    row.pick = plainButton(label);
    row.pick->setCheckable(true);
    row.pick->setProperty("role", QStringLiteral("pick"));
    row.pick->setObjectName(QStringLiteral("panel%1").arg(i));
    row.how = new QComboBox;
    row.how->setAccessibleName(bar ? tr("Which way the bar of %1 fills").arg(label)
                                   : tr("What the number of %1 is").arg(label));
    if (bar)
        row.how->addItems({tr("fills up"), tr("fills down"), tr("fills to the right"), tr("fills to the left")});
    else
        row.how->addItems(channel == Channel::Speed ? QStringList{tr("in km/h"), tr("in mph")}
                                                    : QStringList{tr("one sign")});
    row.how->setEnabled(row.how->count() > 1);
    row.size = quiet({});
    const int line = static_cast<int>(i) * 2;
    to->addWidget(row.pick, line, 0), to->addWidget(row.how, line, 1), to->addWidget(row.size, line + 1, 0);
    if (!bar) {
        row.shows = new QLineEdit;
        row.shows->setObjectName(QStringLiteral("panelShows%1").arg(i));
        row.shows->setPlaceholderText(tr("shows now, if misread"));
        row.shows->setAccessibleName(tr("What the number of %1 is in this picture").arg(label));
        to->addWidget(row.shows, line + 1, 1);
        connect(row.shows, &QLineEdit::returnPressed, this, [this, i] { nameNumber(i); });
    }
    connect(row.pick, &QPushButton::clicked, this, [this, i] { choose(i); });
    connect(row.how, &QComboBox::currentIndexChanged, this, [this, i](int at) {
        auto& b = rows_[i].box;
        if (isBar(b.kind)) b.kind = static_cast<PanelKind>(at);
        if (b.channel == Channel::Speed) b.factor = at == 1 ? kMph : kKmh;
        readings_.reset();
        refresh();
    });
    rows_.push_back(row);
}

void PanelDialog::choose(std::size_t i) {
    current_ = i;
    refresh();
}

/// A new box; the next row without one is chosen, so that four drags are all there is to do.
void PanelDialog::take(const QRectF& box) {
    auto& row = rows_[current_];
    const bool first = !row.drawn;
    row.box.x = box.left(), row.box.y = box.top(), row.box.w = box.width(), row.box.h = box.height();
    row.drawn = true;
    if (isBar(row.box.kind) && first) // longer than broad: it fills along its length
        row.how->setCurrentIndex(static_cast<int>(box.width() > box.height() ? PanelKind::BarRight : PanelKind::BarUp));
    readings_.reset();
    if (first)
        for (std::size_t i = 0; i < rows_.size(); ++i)
            if (!rows_[i].drawn) {
                current_ = i;
                break;
            }
    refresh();
}

void PanelDialog::nameNumber(std::size_t i) {
    const auto text = rows_[i].shows->text().trimmed().toUpper();
    bool number = false;
    const double value = text == QLatin1String("N") ? 0 : text == QLatin1String("R") ? -1 : text.toDouble(&number);
    if (!number && text != QLatin1String("N") && text != QLatin1String("R")) {
        state_->setText(tr("\"%1\" is no number").arg(text));
        return;
    }
    named_.push_back({rows_[i].box.channel, filmS(), value});
    rows_[i].shows->clear();
    state_->setText(tr("Noted: %1 at %2").arg(text, clockText(filmS(), 1)));
    readings_.reset();
    refresh();
}

double PanelDialog::filmS() const { return lengthS_ * moment_->value() / kSteps; }

void PanelDialog::showFrame() {
    tasks_.start(
        this, kFrame,
        [film = film_.toStdString(), share = moment_->value() / static_cast<double>(kSteps)](const Progress&) {
            return frameAt(film, share);
        },
        [this](std::optional<Frame> f) {
            if (!f) {
                state_->setText(tr("This film shows no picture here."));
                return;
            }
            lengthS_ = f->lengthS;
            picture_->setPicture(std::move(f->picture), f->film);
            refresh();
        });
    refresh();
}

std::vector<PanelBox> PanelDialog::boxes() const {
    std::vector<PanelBox> out;
    for (const auto& row : rows_)
        if (row.drawn) out.push_back(row.box);
    return out;
}

void PanelDialog::read() {
    if (busy_ || boxes().empty()) return;
    busy_ = true;
    refresh();
    tasks_.start(
        this, kReading,
        [film = film_.toStdString(), b = boxes(), n = named_](const Progress& p) { return readPanel(film, b, n, p); },
        [this](Result<PanelReadings> r) {
            busy_ = false;
            if (r)
                readings_ = std::move(*r), tellReadings();
            else
                state_->setText(QString::fromStdString(sentence(r.error())));
            refresh();
        });
}

/// How much of the film was read surely, by box.
void PanelDialog::tellReadings() {
    QStringList lines;
    for (const auto& row : rows_)
        if (const auto* r = readings_->of(row.box.channel); r && row.drawn) {
            const auto& c = r->readings.confidence;
            const auto sure = std::count_if(c.begin(), c.end(), [](double v) { return v >= kUsable; });
            lines << tr("%1: read in %2 % of the pictures")
                         .arg(row.pick->text())
                         .arg(100.0 * static_cast<double>(sure) / static_cast<double>(c.size()), 0, 'f', 1);
        }
    state_->setText(lines.join(u'\n'));
}

QString PanelDialog::readingOf(const Row& row) const {
    if (!readings_ || !row.drawn) return {};
    const auto* r = readings_->of(row.box.channel);
    const auto after = std::upper_bound(readings_->t.begin(), readings_->t.end(), filmS() + 1e-6);
    if (!r || after == readings_->t.begin()) return {};
    const auto f = static_cast<std::size_t>(after - readings_->t.begin() - 1);
    const double v = r->readings.value[f];
    if (!std::isfinite(v)) return tr("not read");
    const auto text = isBar(row.box.kind) ? tr("%1 %").arg(std::lround(100 * v)) : QString::number(std::lround(v));
    return r->readings.confidence[f] >= kUsable ? text : text + QLatin1Char('?');
}

void PanelDialog::refresh() {
    std::vector<PanelPicture::Shown> shown;
    for (std::size_t i = 0; i < rows_.size(); ++i) {
        auto& row = rows_[i];
        row.pick->setChecked(i == current_);
        row.size->setText(row.drawn ? tr("%1 \u00d7 %2 px").arg(std::lround(row.box.w)).arg(std::lround(row.box.h))
                                    : tr("no box yet"));
        shown.push_back({row.pick->text(), readingOf(row),
                         row.drawn ? QRectF(row.box.x, row.box.y, row.box.w, row.box.h) : QRectF()});
    }
    picture_->setBoxes(std::move(shown), current_);
    clock_->setText(clockText(filmS(), 1));
    const bool speed = rows_.back().drawn;
    use_->setEnabled(speed && !busy_), read_->setEnabled(!boxes().empty() && !busy_);
    use_->setToolTip(speed ? QString() : tr("The speed is needed: the way is worked out from it"));
    if (state_->text().isEmpty()) state_->setText(tr("Speed is needed; what else is drawn makes the guide richer."));
}

} // namespace hl
