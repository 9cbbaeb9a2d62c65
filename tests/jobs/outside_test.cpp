// SPDX-License-Identifier: GPL-3.0-or-later
// Somebody else's guide names files of this machine: none of them is shown, heard or published.
#include "jobs/further_film.h"
#include "jobs/publish.h"
#include "jobs/still_picture.h"
#include "jobs/takes.h"
#include "store/files.h"
#include "support/gui_app.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>
#include <QImage>

using namespace hl;
namespace fs = std::filesystem;
using hl::testing::openDemo;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

TEST_CASE("a picture outside of the guide's folder ends the publishing before anything stands") {
    hl::testing::painterReady();
    auto o = openDemo({3});
    const ScratchFolder dir;
    const auto secret = dir.write("secret.txt", "nobody's business");
    o.guide.corners[0].advice = {{Topic::Brake, "earlier", "", ""}};
    o.guide.corners[0].advice[0].picture = secret.string();
    PublishWish wish;
    wish.film.height = 360;
    const auto published = publishGuide(o.guide, o.session, o.cut, dir / "edition", wish, {});
    REQUIRE_FALSE(published);
    CHECK(published.error().id == "file.outside");
    CHECK_FALSE(fs::exists(dir / "edition"));
    CHECK(dir.entries() == 1);
}

TEST_CASE("a still outside is not shown; one that is brought in is copied into the guide") {
    auto o = openDemo({3});
    const ScratchFolder dir;
    QImage picture(64, 48, QImage::Format_RGB32);
    picture.fill(Qt::darkCyan);
    REQUIRE(picture.save(QString::fromStdString((dir / "apex.png").string())));
    const auto outside = dir / "apex.png";
    o.guide.sources.stills = {{{900}, outside.string(), 400, "apex"}};
    CHECK(withPictures(o.session, o.guide).stills.empty());
    CHECK(stillFile(o.guide, o.session.folder, {900}).empty());
    o.guide.sources.stills.clear();
    auto session = o.session;
    session.folder = dir / "guide";
    fs::create_directories(session.folder);
    for (const char* name : {"pictures/apex.png", "pictures/apex-2.png"}) {
        const auto with = withFurtherStill(o.guide, session, outside, 400, "apex");
        REQUIRE(with);
        CHECK(with->sources.stills.back().file == name);
        CHECK(slurp(session.folder / name) == slurp(outside));
    }
    CHECK(stillPicture(fs::path(HL_SOURCE) / "tests/data/broken/drawing-named-picture.png", 64, 48).isNull());
}

TEST_CASE("a take outside is not heard, and says why") {
    const auto o = openDemo({3});
    const ScratchFolder dir;
    const auto wav = dir.write("private.wav", wavBytes({16000, 0, std::vector<float>(16000, 0.2f)}));
    TakeSounds sounds;
    Take take;
    take.file = wav.string(), take.toS = 1;
    const auto heard = sounds.of(o.session.folder, take);
    REQUIRE_FALSE(heard);
    CHECK(heard.error().id == "file.outside");
}

TEST_CASE("an edition that stands is published, also when the guide's folder cannot remember it") {
    hl::testing::painterReady();
    auto o = openDemo({3});
    const ScratchFolder dir;
    PublishWish wish;
    wish.film.height = 360, wish.film.fromPieces = false;
    auto session = o.session;
    session.folder = dir.write("gone", "a file"); // nothing can be written down in it
    const auto published = publishGuide(o.guide, session, o.cut, dir / "edition", wish, {});
    REQUIRE(published);
    CHECK_FALSE(published->note.empty());
    CHECK(fs::exists(dir / "edition/index.html"));
}
