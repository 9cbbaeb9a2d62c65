// SPDX-License-Identifier: GPL-3.0-or-later
// demo: everything made up, from the film to a shelf with guides in different states.
#include "command/verbs.h"
#include "core/guide/beat_edits.h"
#include "core/guide/edits.h"
#include "core/guide/format.h"
#include "core/guide/scene_edits.h"
#include "jobs/bring_in.h"
#include "jobs/shelf.h"
#include "standins/demo.h"
#include "standins/demo_shelf.h"
#include "store/format_file.h"
#include "store/guide_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;
namespace fs = std::filesystem;

SetupSheet demoSheet() {
    return {{{},
             "Front wing",
             "4",
             "",
             "6",
             "The nose bites too early in the fast left",
             {{"it pushes in Heron's Elbow", true, "1"}}},
            {{},
             "Rear wing",
             "9",
             "",
             "9",
             "Calm over the crest before Mudlark",
             {{"the rear is loose on entry", true, "1"}}},
            {{},
             "Brake bias",
             "56.5",
             "%",
             "58",
             "It turns while the brake comes off",
             {{"a rear wheel locks", true, "0.5"}}},
            {{}, "Front pressure, cold", "1.55", "bar", "1.60", "Short race, cool road", {}},
            {{},
             "Rear ride height",
             "48",
             "mm",
             "45",
             "Clears the kerb at the Staithe",
             {{"it bottoms at Old Ferry", true, "2"}}},
            {{},
             "Differential, off power",
             "35",
             "%",
             "50",
             "Lets it rotate into the hairpin",
             {{"it turns in too eagerly", true, "5"}}}};
}

/// The clubman's: fewer things to turn.
SetupSheet clubSheet() {
    auto sheet = demoSheet();
    sheet.erase(sheet.begin() + 1);
    sheet[0].value = "5", sheet[1].value = "58", sheet[2].value = "1.70", sheet[2].usual = "1.65";
    sheet[2].why = "A long run: they come up to temperature and stay there";
    return sheet;
}

/// A race on a kart ring: three laps that the film shows, two of them told as they went.
Guide inTraffic(Guide g) {
    constexpr std::pair<int, const char*> kTold[] = {
        {1, "Everybody is close together. Stay in the middle and leave nobody room on the inside."},
        {2, "Room at last. Look ahead and drive your own line."},
        {3, "He defends now. Let him turn in first, and be straight before he is."}};
    if (const auto format = formatNamed("laps-in-traffic")) g = withFormat(std::move(g), *format);
    const double atM = g.corners[g.corners.size() / 3].startM;
    for (const auto& [lap, words] : kTold)
        if (lap != g.sources.lap) g = withNewLapBeat(withFurtherLap(std::move(g), lap, true), lap, atM, words);
    return g;
}

Guide inDemoState(Guide g, const std::string& key) {
    if (key == "pessick-levels") { // a real ring, with everything still to be asked
        auto scene = g.scene;
        scene.realTrack = true;
        g = withScene(std::move(g), scene);
        return g.corners.empty() ? g : inTraffic(std::move(g));
    }
    g = withConditions(
        std::move(g),
        key == "fennick-drove"
            ? conditionsFrom("damp, overcast, air 9 C, track 10 C, wind 25 km/h from NW, tyres cold, race fuel, 38 l")
            : conditionsFrom("dry, rubbered in, clear, air 14 C, track 21 C, tyres warm, race fuel, 45 l, 15:10"));
    if (key != "fennick-drove") return withSection(withSetup(std::move(g), demoSheet()), SectionKind::Setup, true);
    for (const auto& c : g.corners)
        for (const auto& b : c.beats)
            if (b.topic == Topic::Brake)
                return withWords(std::move(g), b.id, "Brake up to 12 percent, down to first gear.");
    return g;
}

/// Three more guides in different states: a wet one with a contradiction, another car with its set-up, a kart ring that
/// is hardly begun.
Status makeShelf(const fs::path& folder, const Progress& progress) {
    const auto all = standin::makeDemoShelf(folder, [&](double share, const char* doing) {
        progress.report(share, doing);
        return true;
    });
    if (!all) return all.error();
    for (const auto& f : *all) {
        std::error_code ec;
        NewGuide wish;
        wish.folder = folder / (f.key + "-guide");
        if (fs::exists(guideFile(wish.folder), ec)) continue;
        wish.video = f.video, wish.log = f.log, wish.track = f.trackFile;
        wish.scene.channel = "Saltmarrow Coaching", wish.scene.track = f.track, wish.scene.car = f.car;
        wish.scene.series = f.series;
        auto made = bringIn(wish, progress);
        if (!made) return made.error();
        if (auto done = saveGuide(wish.folder, inDemoState(std::move(*made), f.key)); !done) return done;
        if (auto guide = readGuide(wish.folder))
            if (const auto session = bringUp(wish.folder, *guide)) keepCard(*guide, *session, 0);
    }
    return Done{};
}

Answer demoAnswer(const fs::path& folder, const Call& s) {
    const fs::path guide = folder / "saltmarrow-guide";
    const auto progress = s.progress();
    const auto files = standin::makeDemo(folder, [&](double share, const char* doing) {
        progress.report(share, doing);
        return true;
    });
    if (!files) return files.error();
    std::error_code ec;
    if (!fs::exists(guideFile(guide), ec)) {
        NewGuide wish;
        wish.folder = guide, wish.video = files->video, wish.log = files->log, wish.track = files->track;
        wish.scene = {"Saltmarrow Ring, corner by corner",
                      "Saltmarrow Coaching",
                      "Saltmarrow Ring",
                      "Pellow 210",
                      "Estuary Cup, round 3",
                      conditionsFrom("dry, rubbered in, clear sky, air 14 C, track 19 C, wind 14 km/h from W, "
                                     "tyres warm, qualifying fuel, 12 l, 14:30"),
                      false};
        auto made = bringIn(wish, progress);
        if (!made) return made.error();
        if (auto done = saveGuide(guide, withSetup(std::move(*made), clubSheet())); !done) return done.error();
    }
    if (auto done = makeShelf(folder / "shelf", progress); !done) return done.error();
    return json{{"guide", guide.string()}};
}

} // namespace

void addDemo(CLI::App& app, Call& s) {
    auto folder = std::make_shared<std::string>();
    auto* verb = app.add_subcommand("demo", "Make the demo film, log, track and guide, and three more for the shelf");
    verb->add_option("folder", *folder, "Where to put them")->required();
    verb->callback([&s, folder] {
        s.work = [folder, &s] { return demoAnswer(*folder, s); };
        s.tell = [](const json& j, std::ostream& out) { out << j["guide"].get<std::string>() << "\n"; };
    });
}

} // namespace hl
