// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/publish/publish_page.h"

#include "jobs/publish.h"
#include "picture/tokens.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <QCheckBox>
#include <QDesktopServices>
#include <QDir>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QSpinBox>
#include <QUrl>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr TaskKind kPublishing{"publish", Lane::Long};

struct Made {
    std::string file, note; ///< to be opened; what did not go as it should all the same
};

} // namespace

PublishPage::PublishPage(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), summary_(new QLabel), verdict_(quiet({})), state_(quiet({})),
      findings_(new CheckList(desk)), cover_(new CoverRow(desk, player)), folder_(new QLineEdit), from_(new QSpinBox),
      to_(new QSpinBox), render_(plainButton(tr("Render this piece"))), publish_(lampButton(tr("Publish the guide"))),
      clips_(new QCheckBox(tr("one of each corner"))), tall_(new QCheckBox(tr("upright, for a telephone"))),
      cancel_(plainButton(tr("Cancel"))), open_(plainButton(tr("Open the result"))),
      names_(plainButton(tr("Names not allowed\u2026"))), bar_(new QProgressBar) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 14, 24, 8);
    column->setSpacing(7);
    column->addWidget(headline(tr("Publish")));
    summary_->setWordWrap(true);
    column->addWidget(summary_);
    auto* form = new QFormLayout;
    form->setVerticalSpacing(6);
    folder_->setObjectName(QStringLiteral("editionFolder"));
    form->addRow(tr("Into the folder"), folder_);
    auto* row = new QHBoxLayout;
    publish_->setAccessibleName(tr("Publish the guide"));
    clips_->setObjectName(QStringLiteral("singleClips"));
    cancel_->setEnabled(false);
    open_->setEnabled(false);
    for (auto* b : {publish_, cancel_, open_}) row->addWidget(b);
    row->addStretch();
    tall_->setObjectName(QStringLiteral("tallClips"));
    auto* clips = new QHBoxLayout;
    clips->setSpacing(20);
    clips->addWidget(clips_);
    clips->addWidget(tall_);
    clips->addStretch();
    form->addRow(tr("Cover"), cover_);
    form->addRow(tr("Clips too"), clips);
    auto* piece = new QHBoxLayout;
    piece->setSpacing(8);
    for (auto* box : {from_, to_}) box->setRange(0, 36000), box->setSuffix(tr(" s"));
    from_->setObjectName(QStringLiteral("pieceFrom")), to_->setObjectName(QStringLiteral("pieceTo"));
    from_->setAccessibleName(tr("Piece from, seconds"));
    to_->setAccessibleName(tr("Piece to, seconds"));
    to_->setValue(10);
    piece->addWidget(from_);
    piece->addWidget(new QLabel(tr("to")));
    piece->addWidget(to_);
    render_->setObjectName(QStringLiteral("renderPiece"));
    piece->addWidget(render_);
    piece->addStretch();
    form->addRow(tr("Only a piece"), piece);
    column->addLayout(form);
    column->addLayout(row);
    bar_->setRange(0, 1000);
    bar_->setObjectName(QStringLiteral("publishProgress"));
    bar_->setFormat(QString());
    bar_->setFixedHeight(8);
    column->addWidget(bar_);
    column->addWidget(state_);
    bar_->hide(), state_->hide();
    state_->setObjectName(QStringLiteral("quiet"));
    verdict_->setObjectName(QStringLiteral("verdict"));
    auto* checkRow = new QHBoxLayout;
    checkRow->addWidget(verdict_, 1);
    names_->setObjectName(QStringLiteral("namesNotAllowed"));
    names_->setToolTip(tr("Names that must not stand in this guide (Ctrl+Shift+N)"));
    names_->setStyleSheet(QStringLiteral("padding: 4px 10px; font-size: 13px"));
    checkRow->addWidget(names_);
    column->addLayout(checkRow);
    column->addWidget(findings_, 1);
    connect(findings_, &CheckList::wanted, this, &PublishPage::wanted);
    connect(findings_, &CheckList::stationWanted, this, &PublishPage::stationWanted);
    connect(names_, &QPushButton::clicked, this, &PublishPage::askForNames);
    connect(render_, &QPushButton::clicked, this, [this] { start(false); });
    connect(publish_, &QPushButton::clicked, this, [this] { start(true); });
    connect(cancel_, &QPushButton::clicked, this, &PublishPage::cancel);
    connect(open_, &QPushButton::clicked, this, [this] { QDesktopServices::openUrl(QUrl::fromLocalFile(result_)); });
    connect(&desk_, &Desk::opened, this, [this] {
        folder_->setText(QDir(desk_.folder()).absolutePath() + QStringLiteral("-edition"));
        idle();
        refresh();
    });
    connect(&desk_, &Desk::cutChanged, this, &PublishPage::refresh);
    connect(&desk_, &Desk::lookedOver, this, &PublishPage::refreshFindings);
    connect(&desk_.tasks(), &Tasks::progressed, this, [this](const QString& kind, double share, const QString& doing) {
        if (kind != QLatin1String(kPublishing.name)) return;
        bar_->setValue(static_cast<int>(share * 1000));
        state_->setText(tr("%1, %2 %").arg(doing).arg(static_cast<int>(share * 100)));
    });
}

void PublishPage::refresh() {
    const auto& cut = desk_.cut();
    const auto title = QString::fromStdString(desk_.made().scene.title).toHtmlEscaped();
    const auto corners = desk_.guide().corners.size();
    constexpr double kShownS = 0.5; // the clock shows whole seconds
    summary_->setText(
        cut.lengthS - cut.boundS < kShownS
            ? tr("<b>%1</b>, %2 corners: %3, the shortest.").arg(title).arg(corners).arg(clockText(cut.lengthS))
            : tr("<b>%1</b>, %2 corners: %3 long; no plan with these words can be shorter than %4.")
                  .arg(title)
                  .arg(corners)
                  .arg(clockText(cut.lengthS), clockText(cut.boundS)));
}

void PublishPage::refreshFindings() {
    const auto& found = desk_.look().findings;
    const auto wrong =
        std::count_if(found.begin(), found.end(), [](const Finding& f) { return f.severity == Severity::Wrong; });
    const auto count = static_cast<int>(found.size());
    if (wrong > 0)
        verdict_->setText(wrong == 1 ? tr("One thing is wrong:") : tr("%1 things are wrong:").arg(wrong));
    else if (count == 0)
        verdict_->setText(tr("Nothing contradicts the lap, and nothing is missing."));
    else
        verdict_->setText(tr("Nothing contradicts the lap. Worth a look (%1):").arg(count));
    findings_->refresh();
}

void PublishPage::askForNames() {
    if (!desk_.isOpen()) return;
    QStringList now;
    for (const auto& n : desk_.guide().notAllowed) now << QString::fromStdString(n);
    bool ok = false;
    const auto text = QInputDialog::getMultiLineText(
        this, tr("Names not allowed"),
        tr("One a line. The check finds them in words, cues, captions, marks, advice and titles."),
        now.join(QLatin1Char('\n')), &ok);
    if (!ok) return;
    std::vector<std::string> names;
    for (const auto& n : text.split(QLatin1Char('\n'), Qt::SkipEmptyParts)) names.push_back(n.toStdString());
    desk_.edit(
        {tr("Names not allowed").toStdString(), [names](Guide g) { return withNamesNotAllowed(std::move(g), names); }});
}

QList<StationKey> PublishPage::keys() {
    return {
        {QKeySequence(Qt::CTRL | Qt::Key_M), tr("write what was measured"), [this] { findings_->correct(); }, false},
        {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_M), tr("make it advice"), [this] { findings_->advise(); }, false},
        {QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_M), tr("leave it, with a reason"), [this] { findings_->leaveIt(); },
         false},
        {QKeySequence(Qt::CTRL | Qt::Key_K), tr("the picture shown becomes the cover"), [this] { cover_->take(); },
         false},
        {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_N), tr("names not allowed"), [this] { askForNames(); }, false}};
}

void PublishPage::cancel() {
    if (!busy_) return;
    desk_.tasks().cancel(kPublishing.name);
    state_->setText(tr("Stopping\u2026"));
}

void PublishPage::start(bool publish) {
    if (busy_ || !desk_.isOpen()) return;
    busy_ = true;
    bar_->show(), state_->show();
    for (auto* b : {publish_, render_, open_}) b->setEnabled(false);
    cancel_->setEnabled(true);
    const std::filesystem::path out = folder_->text().toStdString();
    RenderWish wish;
    wish.out = out.string() + "-piece.mp4", wish.fromS = from_->value(), wish.toS = to_->value();
    desk_.tasks().start(
        this, kPublishing,
        [g = desk_.guide(), s = desk_.sharedSession(), planned = desk_.sharedCut(), isNew = desk_.cutIsOfThisGuide(),
         speak = desk_.speaker(), publish, clips = clips_->isChecked(), tall = tall_->isChecked(), wish,
         out](const Progress& progress) -> Result<Made> {
            // An edit of a moment ago may still be being planned: what is published is the guide as it is now.
            const auto cut = isNew ? planned : std::make_shared<const Cut>(planCut(g, *s, speak(g, *s)));
            if (publish) {
                auto r = publishGuide(g, *s, *cut, out, {{}, clips, tall}, progress);
                return r ? Result<Made>(Made{(out / "index.html").string(), r->note}) : Result<Made>(r.error());
            }
            auto r = hl::render(g, *s, *cut, wish, progress);
            return r ? Result<Made>(Made{r->file.string(), ""}) : Result<Made>(r.error());
        },
        [this](Result<Made> r) {
            if (r)
                made(QString::fromStdString(r->file), QString::fromStdString(r->note));
            else
                failedWith(QString::fromStdString(sentence(r.error())));
        });
}

/// Another guide was opened: what was published for the one before is no business of this page any more.
void PublishPage::idle() {
    busy_ = false;
    for (auto* b : {publish_, render_}) b->setEnabled(true);
    for (auto* b : {cancel_, open_}) b->setEnabled(false);
    bar_->setValue(0);
    bar_->hide(), state_->hide();
}

void PublishPage::made(const QString& file, const QString& note) {
    ended(true);
    result_ = file;
    state_->setText(note.isEmpty() ? tr("Done: %1").arg(file) : tr("Done: %1 – %2").arg(file, note));
    emit published(file);
}

void PublishPage::failedWith(const QString& why) {
    ended(false);
    state_->setText(why);
    emit failed(why);
}

void PublishPage::ended(bool good) {
    busy_ = false;
    for (auto* b : {publish_, render_}) b->setEnabled(true);
    cancel_->setEnabled(false);
    open_->setEnabled(good);
    bar_->setValue(good ? 1000 : 0);
}

} // namespace hl
