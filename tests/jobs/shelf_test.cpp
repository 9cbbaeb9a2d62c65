// SPDX-License-Identifier: GPL-3.0-or-later
// The shelf: cards of guides whose folders are whole, moved, deleted, damaged; and the almanac that repeats them.
#include "core/guide/scene_edits.h"
#include "jobs/shelf.h"
#include "store/files.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>
#include <fstream>

using namespace hl;
using namespace hl::testing;
namespace fs = std::filesystem;

namespace {

fs::path copied(const fs::path& to) {
    fs::create_directories(to.parent_path());
    fs::copy(demoFolder() / "saltmarrow-guide", to, fs::copy_options::recursive);
    auto g = readGuide(to);
    REQUIRE(g);
    g->sources.film().file = (demoFolder() / "saltmarrow-lap.mp4").string();
    REQUIRE(saveGuide(to, *g));
    return to;
}

Almanac openIn(const ScratchFolder& dir) {
    auto a = Almanac::open(dir / "data/almanac.sqlite");
    REQUIRE(a);
    return std::move(*a);
}

} // namespace

TEST_CASE("a card tells what the guide is, how far it is and what it lacks") {
    const ScratchFolder dir;
    const auto folder = copied(dir / "g");
    auto card = cardOf(folder);
    CHECK(card.trouble.empty());
    CHECK(card.track == "Saltmarrow Ring");
    CHECK(card.corners == 11);
    CHECK(card.lapS == Approx(92.92).margin(0.05)); // kept when the guide was made
    CHECK(card.shape.size() > 100);
    CHECK(fs::exists(card.still));
    CHECK(card.conditions.starts_with("dry"));
    REQUIRE(card.stations.size() == 7);
    CHECK(card.stations[0] == StationState::Filled);
    CHECK(card.stations[6] == StationState::Hollow);
    auto g = *readGuide(folder);
    g.scene.conditions = {}, g.scene.realTrack = true;
    for (auto& b : g.corners[0].beats) b.words.clear();
    REQUIRE(saveGuide(folder, g));
    card = cardOf(folder);
    CHECK(card.lacks == "one corner without words, 11 corners not rated");
    CHECK(card.stations[0] == StationState::Hollow);
    g.sources.film().tie.confidence = 0.1;
    REQUIRE(saveGuide(folder, g));
    CHECK(cardOf(folder).stations[1] == StationState::Broken);
}

TEST_CASE("contradictions are known once the guide was brought up, and its publishing stays noted") {
    const ScratchFolder dir;
    const auto folder = copied(dir / "g");
    auto g = *readGuide(folder);
    for (auto& b : g.corners[2].beats)
        if (b.topic == Topic::Brake) b.words = "Brake up to 3 percent.";
    REQUIRE(saveGuide(folder, g));
    const auto session = bringUp(folder, g);
    REQUIRE(session);
    keepCard(g, *session, 123);
    auto card = cardOf(folder);
    CHECK(card.contradictions == 1);
    CHECK(card.lengthS == 123);
    CHECK(card.stations[4] == StationState::Broken);
    CHECK(card.lacks.starts_with("one contradiction"));
    REQUIRE(notePublished(folder, dir / "edition"));
    card = cardOf(folder);
    CHECK(card.published.size() == 10);
    CHECK_FALSE(card.changedSince);
    fs::last_write_time(folder / "guide.json", fs::file_time_type::clock::now() + std::chrono::seconds(5));
    CHECK(cardOf(folder).changedSince);
    keepCard(g, *session, 0); // a length that is not known does not wipe out the one that was
    CHECK(cardOf(folder).lengthS == 123);
}

TEST_CASE("what is wrong with a folder stands on its card") {
    const ScratchFolder dir;
    const auto folder = copied(dir / "g");
    fs::rename(folder / "log", folder / "logs");
    auto card = cardOf(folder);
    CHECK(card.trouble.empty());
    REQUIRE(card.moved.size() == 2); // log and track lay there
    CHECK(card.moved[0].what == "log");
    CHECK(card.lacks.starts_with("2 of its files have moved"));
    CHECK(card.stations[0] == StationState::Broken);
    const auto g = pointedAt(*readGuide(folder), folder, card.moved[0], folder / "logs/saltmarrow-log.csv");
    CHECK(movedFiles(folder, g).empty()); // the track was beside it

    std::ofstream(folder / "guide.json") << "{\"format\": \"high-lantern-guide\", ";
    const auto damaged = freshCards({card}, {});
    CHECK(damaged[0].title == "Saltmarrow Ring, corner by corner"); // the last that was known
    CHECK(damaged[0].trouble.find("guide.json") != std::string::npos);
    CHECK(damaged[0].stations.empty());
    fs::remove(folder / "guide.json");
    CHECK(cardOf(folder).trouble == "there is no guide in its folder any more");
    fs::remove_all(folder);
    CHECK(cardOf(folder).trouble == "its folder is gone");
    CHECK(cardOf(dir / "never/was").trouble == "its folder is gone");
}

TEST_CASE("the almanac is made again from the folders; what is gone keeps its last card") {
    const ScratchFolder dir;
    const auto a = copied(dir / "guides/one"), b = copied(dir / "guides/deeper/two");
    auto almanac = openIn(dir);
    auto cards = rebuildAlmanac(almanac, {dir / "guides"}, {});
    REQUIRE(cards);
    REQUIRE(cards->size() == 2);
    CHECK(*almanac.cards() == *cards);
    fs::remove_all(b);
    cards = rebuildAlmanac(almanac, {}, {});
    REQUIRE(cards->size() == 2);
    const auto gone = std::find_if(cards->begin(), cards->end(), [&](auto& c) { return c.folder == b; });
    REQUIRE(gone != cards->end());
    CHECK(gone->track == "Saltmarrow Ring");
    CHECK(gone->trouble == "its folder is gone");
    REQUIRE(almanac.remove(b));
    CHECK(almanac.cards()->size() == 1);
    // two windows at once
    auto second = openIn(dir);
    auto card = (*almanac.cards())[0];
    card.usedAt += 5;
    REQUIRE(second.put(card));
    CHECK((*almanac.cards())[0].usedAt == card.usedAt);
}

TEST_CASE("a damaged almanac is put aside, and one of another kind never written into") {
    const ScratchFolder dir;
    fs::create_directories(dir / "data");
    const auto file = dir / "data/almanac.sqlite";
    std::ofstream(file) << "this is no database, it is a letter";
    {
        auto almanac = openIn(dir);
        CHECK(almanac.wasDamaged());
        CHECK(almanac.cards()->empty());
        GuideCard card;
        card.folder = "/x", card.title = "T \"quoted\" \u00fc";
        REQUIRE(almanac.put(card));
    }
    CHECK(*readFile(file.string() + ".damaged") == "this is no database, it is a letter");
    CHECK((*openIn(dir).cards())[0].title == "T \"quoted\" \u00fc");
    CHECK_FALSE(openIn(dir).wasDamaged());
    fs::create_directories(dir / "folder.sqlite"); // a folder where the file should be
    const auto none = Almanac::open(dir / "folder.sqlite");
    REQUIRE_FALSE(none);
    CHECK(none.error().id == "almanac.unwritable");
}

TEST_CASE("a search finds all words in any order and case") {
    GuideCard c;
    c.title = "Fennick Drove, corner by corner", c.track = "Fennick Drove", c.car = "Tern Nine",
    c.conditions = "damp, 9 \u00b0C";
    for (const auto* found : {"", "fennick", "DROVE tern", "  damp  nine ", "corner by", "9"}) CHECK(matches(c, found));
    for (const auto* not_ : {"saltmarrow", "fennick pellow", "wet"}) CHECK_FALSE(matches(c, not_));
}
