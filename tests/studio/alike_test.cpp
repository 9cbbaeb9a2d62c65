// SPDX-License-Identifier: GPL-3.0-or-later
// Window and command say the same of one guide, in every edition; and what the window says of itself is one thing.
#include "core/guide/edition.h"
#include "core/guide/edits.h"
#include "jobs/shelf.h"
#include "jobs/stations.h"
#include "studio/stations/publish/check_list.h"
#include "studio/stations/scene/scene_page.h"
#include "support/ran.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QCheckBox>
#include <set>

using namespace hl;
using hl::testing::copiedDemo;
using hl::testing::ScratchFolder;
using hl::testing::Studio;
using hl::testing::waitFor;

namespace {

/// The window at rest: planned, labels placed, words looked over for this very guide.
bool atRest(Studio& s) {
    return waitFor([&] {
        return s.desk().cutIsOfThisGuide() && s.desk().labelsAreOfThisCut() && s.desk().look().claims &&
               !s.desk().tasks().running("look over the words") && !s.desk().tasks().running("plan") &&
               !s.desk().tasks().running("place the labels");
    });
}

std::multiset<std::string> told(const std::vector<Finding>& findings) {
    std::multiset<std::string> all;
    for (const auto& f : findings) all.insert(std::string(name(f.severity)) + " " + f.rule + ": " + f.message);
    return all;
}

std::multiset<std::string> told(const nlohmann::json& answer) {
    std::multiset<std::string> all;
    for (const auto& f : answer["findings"])
        all.insert(f["severity"].get<std::string>() + " " + f["rule"].get<std::string>() + ": " +
                   f["message"].get<std::string>());
    return all;
}

} // namespace

TEST_CASE("window and command find the same, plan the same length and speak at the same pace in every edition") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir, {3, 6, 7});
    for (const Edition& edition : {Edition{}, Edition{"wet", Depth::Advanced}, Edition{"", Depth::Basic}}) {
        auto guide = readGuide(folder.toStdString());
        REQUIRE(guide);
        guide->edition = edition;
        REQUIRE(saveGuide(folder.toStdString(), *guide));
        Studio s(folder);
        REQUIRE(s.ready);
        REQUIRE(atRest(s));
        const auto checked = hl::testing::run({"check", folder.toStdString(), "--json"}),
                   planned = hl::testing::run({"plan", folder.toStdString(), "--json"});
        REQUIRE(checked.code == 0);
        REQUIRE(planned.code == 0);
        CAPTURE(edition.variant, static_cast<int>(edition.depth));
        CHECK(told(s.desk().look().findings) == told(checked.answer()));
        // The scratch voice says the same words up to some 10 ms longer or shorter each time.
        CHECK(planned.answer()["length_s"].get<double>() == Approx(s.desk().cut().lengthS).margin(0.3));
    }
}

TEST_CASE("lamps on the line and on the shelf's card are of one mind") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir, {3, 6});
    Studio s(folder);
    REQUIRE(s.ready);
    REQUIRE(atRest(s));
    const auto path = std::filesystem::path(folder.toStdString());
    keepCard(s.desk().guide(), s.desk().session(), s.desk().cut().lengthS);
    const auto card = cardOf(path);
    const auto line =
        stationsOf(s.desk().guide(), {true, contradictionsIn(s.desk().look().findings), true, publishedAsItIs(path)});
    CHECK(card.stations == line);
    CHECK(card.stations.size() == kStationCount);
}

TEST_CASE("a finding is answered once, stays answered in the file, and the command says so too") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir, {3, 6});
    Studio s(folder);
    REQUIRE(s.ready);
    REQUIRE(atRest(s));
    const auto& found = s.desk().look().findings;
    const auto open = std::find_if(found.begin(), found.end(),
                                   [](const Finding& f) { return !f.found && f.severity != Severity::Note; });
    if (open == found.end()) { // nothing to answer in this demo: make something
        s.desk().edit({"conditions", [](Guide g) {
                           g.scene.conditions = {};
                           return g;
                       }});
        REQUIRE(waitFor([&] {
            const auto& all = s.desk().look().findings;
            return std::any_of(all.begin(), all.end(), [](auto& f) { return f.rule == "parts.conditions"; });
        }));
    }
    auto* list = s.find<CheckList>("findings");
    const auto& now = s.desk().look().findings;
    const auto at =
        std::find_if(now.begin(), now.end(), [](const Finding& f) { return !f.found && f.severity != Severity::Note; });
    REQUIRE(at != now.end());
    const auto rule = at->rule;
    list->refresh();
    list->choose(static_cast<int>(at - now.begin()));
    list->answer(QStringLiteral("it is meant so"));
    REQUIRE(waitFor([&] {
        const auto& all = s.desk().look().findings;
        return std::any_of(all.begin(), all.end(), [&](auto& f) {
            return f.rule == rule && f.message.find("on purpose: it is meant so") != std::string::npos;
        });
    }));
    REQUIRE(s.desk().saveNow());
    const auto checked = hl::testing::run({"check", folder.toStdString(), "--json"});
    CHECK(checked.out.find("on purpose: it is meant so") != std::string::npos);
}

TEST_CASE("nobody said whether the circuit is real until somebody ticks it") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir, {3});
    auto guide = readGuide(folder.toStdString());
    REQUIRE(guide);
    guide->scene.realTrack = false, guide->scene.realSaid = false;
    REQUIRE(saveGuide(folder.toStdString(), *guide));
    Studio s(folder);
    REQUIRE(s.ready);
    s.window->go(StationId::Scene);
    auto* real = s.find<QCheckBox>("realTrack");
    CHECK(real->checkState() == Qt::PartiallyChecked);
    QTest::mouseClick(real, Qt::LeftButton);
    CHECK(s.desk().guide().scene.realSaid);
    CHECK(s.desk().guide().scene.realTrack);
    QTest::mouseClick(real, Qt::LeftButton);
    CHECK(s.desk().guide().scene.realSaid);
    CHECK_FALSE(s.desk().guide().scene.realTrack);
}
