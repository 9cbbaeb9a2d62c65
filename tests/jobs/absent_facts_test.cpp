// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever a lap does not show, no text speaks of it as if it were there: every fact is taken away in turn, and made no
// number in turn, and everything that speaks is listened to.
#include "core/check/check.h"
#include "core/corner/fact_table.h"
#include "core/units/figures.h"
#include "core/words/captions.h"
#include "core/words/draft.h"
#include "publish/page.h"
#include "store/facts_json.h"
#include "support/gui_app.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <regex>

using namespace hl;
using namespace hl::testing;

namespace {

/// A number that cannot be, or the words for one.
bool speaksNonsense(const std::string& text) {
    static const std::regex bad(R"((\bnan\b|\binf(inity)?\b|-?\d{13,}|2147483648|\bnot known\b|\{\w+\}))",
                                std::regex::icase);
    return std::regex_search(text, bad);
}

void checkTexts(const Opened& o, const CornerFacts& facts, const std::string& what) {
    const auto& c = o.guide.corners.front();
    const MeasuredCorners measured{{static_cast<const Corner&>(c)}, {facts}};
    std::string all;
    for (const auto t : kTopics) all += drivenText(t, c, facts) + "\n";
    all += factsToJson(facts).dump() + "\n" + spreadToJson({facts, facts}).dump() + "\n";
    Guide fresh = o.guide;
    fresh = withDraft(std::move(fresh), {o.session.trace, measured.corners, measured.facts, o.session.trackOrNull()});
    for (const auto& corner : fresh.corners)
        for (const auto& b : corner.beats) all += b.words + "\n" + b.cue + "\n";
    for (const auto& f : checkGuide(o.guide, measured)) all += f.message + f.measured + "\n";
    const auto speeches = speechesOf(fresh, [](const std::string&) { return Speech{}; });
    const auto cut = planCut(fresh, o.session, speeches);
    for (const auto& caption : captionsOf(cut)) all += caption.text + "\n";
    auto page = makePage(o.guide, o.cut, measured, o.session.trace, o.session.roadOrNull());
    page.html = page.html.substr(0, page.html.find("<script")); // texts, not programs
    std::istringstream lines(all + page.html);
    INFO(what);
    for (std::string line; std::getline(lines, line);)
        if (speaksNonsense(line)) FAIL_CHECK(line);
}

} // namespace

TEST_CASE("figures are numbers or say that they are none") {
    CHECK(figure(12.34, 1) == "12.3");
    CHECK(figure(-0.02, 1) == "0.0");
    CHECK(figure(-1.25, 1) == "-1.2");
    for (const double none : {kNaN, std::numeric_limits<double>::infinity(), -1e300}) {
        CHECK(figure(none) == kNoFigure);
        CHECK(speedText(none, SpeedUnit::Kmh) == kNoFigure);
        CHECK(metresText(none) == kNoFigure);
        CHECK(percentText(none) == kNoFigure);
    }
    CHECK(speedText(10, SpeedUnit::Mph) == "22 mph");
}

TEST_CASE("no text speaks of a fact that is absent or no number") {
    painterReady();
    const auto o = openDemo({3});
    const auto whole = o.session.measured.facts.front();
    checkTexts(o, whole, "all facts");
    checkTexts(o, CornerFacts{}, "no fact at all");
    for (const auto& entry : factTable()) {
        auto facts = whole;
        (facts.*entry.fact).reset();
        checkTexts(o, facts, "without " + std::string(entry.key));
        for (const double none : {kNaN, std::numeric_limits<double>::infinity()}) {
            facts.*entry.fact = Measured{none, 0.1};
            dropWhatIsNoNumber(facts);
            CHECK_FALSE(facts.*entry.fact);
            CHECK(facts.unmeasured.contains(std::string(entry.key)));
            checkTexts(o, facts, std::string(entry.key) + " is no number");
        }
    }
    auto gearless = whole;
    gearless.minGear.reset(), gearless.entryGear.reset(), gearless.shifts.clear();
    checkTexts(o, gearless, "without gears");
}

TEST_CASE("a corner that begins inside another is measured without nonsense") {
    painterReady();
    auto o = openDemo({3, 4});
    auto inside = o.guide.corners.back();
    inside.startM = o.guide.corners.front().turnInM + 5; // laps over its neighbour
    inside.turnInM = inside.startM, inside.apexM = std::max(inside.apexM, inside.startM);
    for (const auto& c : {static_cast<const Corner&>(inside), [&] {
                              Corner nowhere = inside;
                              nowhere.startM = nowhere.turnInM = nowhere.apexM = nowhere.endM = 9e4;
                              return nowhere;
                          }()}) {
        const auto f = measure(o.session.trace, c, o.session.trackOrNull());
        for (const auto& entry : factTable())
            if (const auto& m = f.*entry.fact) CHECK(std::isfinite(m->value));
        for (const auto t : kTopics) {
            GuideCorner g;
            static_cast<Corner&>(g) = c;
            CHECK_FALSE(speaksNonsense(drivenText(t, g, f)));
        }
    }
}
