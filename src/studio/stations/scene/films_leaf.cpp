// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/films_leaf.h"

#include "core/guide/scene_edits.h"
#include "jobs/further_film.h"
#include "studio/widgets/style.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QInputDialog>
#include <QMenu>

namespace hl {
namespace {
constexpr TaskKind kAddingFilm{"further film", Lane::Long};
}

FilmsLeaf::FilmsLeaf(Desk& desk, QWidget* parent) : Leaf(desk, parent) {
    auto* column = this->column();
    films_ = new FilmsList;
    auto* film = plainButton(tr("Add a film\u2026"));
    auto* still = plainButton(tr("Add a picture\u2026"));
    auto* row = new QHBoxLayout;
    row->addWidget(quiet(tr("Films from behind, above or outside are tied to the log by their sound or their turning; "
                            "films and pictures on foot belong to places.")),
                   1);
    row->addWidget(film);
    row->addWidget(still);
    busy_ = new QProgressBar;
    busy_->setAccessibleName(tr("Tying the film"));
    busy_->setRange(0, 100);
    busy_->hide();
    column->addWidget(films_, 1);
    column->addWidget(busy_);
    column->addLayout(row);
    connect(film, &QPushButton::clicked, this, &FilmsLeaf::askFilm);
    connect(still, &QPushButton::clicked, this, &FilmsLeaf::askStill);
    connect(films_, &FilmsList::filmRemoved, this, [this](FilmId id) {
        if (desk_.guide().sources.film().id == id)
            emit said(tr("The guide explains this film; it stays."), true);
        else
            edit(tr("Film taken away"), [id](Guide g) { return withoutFilm(std::move(g), id); });
    });
    connect(films_, &FilmsList::stillRemoved, this, [this](StillId id) {
        edit(tr("Picture taken away"), [id](Guide g) { return withoutStill(std::move(g), id); });
    });
    connect(&desk_.tasks(), &Tasks::progressed, this, [this](const QString& kind, double share, const QString& doing) {
        if (kind != QLatin1String(kAddingFilm.name)) return;
        busy_->setVisible(share < 1);
        busy_->setValue(static_cast<int>(100 * share));
        busy_->setFormat(doing);
    });
    connect(&desk_.tasks(), &Tasks::ended, this, [this](const QString& kind) {
        if (kind == QLatin1String(kAddingFilm.name)) busy_->hide();
    });
}

void FilmsLeaf::refresh() { films_->show(desk_.guide().sources); }

void FilmsLeaf::askFilm() {
    const auto file = QFileDialog::getOpenFileName(this, tr("A further film of the lap"));
    if (file.isEmpty()) return;
    QMenu menu(this);
    for (const auto role : {FilmRole::Chase, FilmRole::Above, FilmRole::Outside, FilmRole::Onboard})
        menu.addAction(roleText(role), this, [this, file, role] { addFilm(file, role, {}); });
    menu.addAction(tr("on foot: its beginning shows this place"), this, [this, file] {
        const auto* c = desk_.chosen();
        addFilm(file, FilmRole::Foot, {{FootageTime{}, c ? c->turnInM : 0}});
    });
    menu.exec(QCursor::pos());
}

void FilmsLeaf::addFilm(const QString& file, FilmRole role, std::vector<PlacePair> pairs) {
    desk_.tasks().start(
        this, kAddingFilm,
        [g = desk_.guide(), s = desk_.sharedSession(),
         wish = FurtherFilm{file.toStdString(), role, std::move(pairs)}](const Progress& p) -> Result<Film> {
            auto with = withFurtherFilm(g, *s, wish, p);
            if (!with) return with.error();
            return with->sources.films.back();
        },
        [this, file](Result<Film> film) {
            if (!film) return emit said(QString::fromStdString(sentence(film.error())), true);
            edit(tr("Film added"), [f = *film](Guide g) { return withFilm(std::move(g), f); });
            emit said(tr("%1 is tied to the lap.").arg(QFileInfo(file).fileName()), false);
        });
}

void FilmsLeaf::askStill() {
    const auto file =
        QFileDialog::getOpenFileName(this, tr("A picture of a place"), {}, tr("Pictures (*.png *.jpg *.jpeg)"));
    if (file.isEmpty()) return;
    const auto* c = desk_.chosen();
    bool ok = false;
    const double at =
        QInputDialog::getDouble(this, tr("A picture of a place"), tr("Which place does it show? Metres from the line:"),
                                c ? c->apexM : 0, -10000, 100000, 0, &ok);
    if (ok) addStill(file, at, {});
}

void FilmsLeaf::addStill(const QString& file, double atM, const QString& caption) {
    auto with = withFurtherStill(desk_.guide(), desk_.session(), file.toStdString(), atM, caption.toStdString());
    if (!with) return emit said(QString::fromStdString(sentence(with.error())), true);
    edit(tr("Picture added"), [s = with->sources.stills.back()](Guide g) {
        auto still = s;
        still.id = {};
        return withStill(std::move(g), still);
    });
}

} // namespace hl
