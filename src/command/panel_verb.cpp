// SPDX-License-Identifier: GPL-3.0-or-later
// read-panel: channels from bars and digits that are drawn in the picture.
#include "command/verbs.h"
#include "jobs/panel.h"
#include "store/files.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct PanelArguments {
    std::string video, boxes;
    std::vector<std::string> named;
};

/// "speed@12.5=143": channel, film seconds, what the picture shows there.
Result<NamedMoment> momentOf(const std::string& text) {
    const auto at = text.find('@'), is = text.find('=');
    try {
        if (at != std::string::npos && is != std::string::npos && at < is) {
            NamedMoment m;
            const auto channel = text.substr(0, at), shown = text.substr(is + 1);
            m.channel = channel == "gear" ? Channel::Gear : Channel::Speed;
            m.filmS = std::stod(text.substr(at + 1, is - at - 1));
            m.value = shown == "N" ? 0 : shown == "R" ? -1 : std::stod(shown);
            if (channel == "gear" || channel == "speed") return m;
        }
    } catch (const std::exception&) { // no number: said below
    }
    return Error{"usage.named", "\"" + text + "\" names no number", "--named",
                 "gear@FILM_SECONDS=VALUE or speed@FILM_SECONDS=VALUE"};
}

Answer panelAnswer(const PanelArguments& a, const Call& s) {
    const auto text = readFile(a.boxes);
    if (!text) return text.error();
    const auto boxes = parsePanelBoxes(*text, a.boxes);
    if (!boxes) return boxes.error();
    std::vector<NamedMoment> named;
    for (const auto& t : a.named) {
        const auto m = momentOf(t);
        if (!m) return m.error();
        named.push_back(*m);
    }
    const auto readings = readPanel(a.video, *boxes, named, s.progress());
    if (!readings) return readings.error();
    return json{{"csv", panelCsv(*readings)}};
}

} // namespace

void addReadPanel(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand(
        "read-panel",
        "Read pedals, gear and speed from bars and digits drawn in the picture; a CSV log on standard output");
    auto a = std::make_shared<PanelArguments>();
    verb->add_option("video", a->video, "The film")->required();
    verb->add_option("--boxes", a->boxes, "CSV: channel,kind,x_px,y_px,w_px,h_px[,full]")->required();
    verb->add_option("--named", a->named,
                     "speed@12.5=143 or gear@12.5=3: what the picture shows at a film second; any number of them");
    verb->callback([&s, a] {
        s.work = [a, &s] { return panelAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) { out << j["csv"].get<std::string>(); };
    });
}

} // namespace hl
