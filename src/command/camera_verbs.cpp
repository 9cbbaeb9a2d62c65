// SPDX-License-Identifier: GPL-3.0-or-later
// camera, project: the film's camera, and places of the road in its pictures.
#include "command/verbs.h"
#include "core/guide/validated.h"
#include "core/units/numbers.h"
#include "jobs/camera.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "store/points_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct CameraArguments {
    std::string guide, pins, points;
};

struct Opened {
    Guide guide;
    Session session;
};

Result<Opened> opened(const std::string& folder) {
    auto guide = readGuide(folder);
    if (!guide) return guide.error();
    auto session = bringUp(guideFile(folder).parent_path(), *guide);
    if (!session) return session.error();
    return Opened{std::move(*guide), std::move(*session)};
}

json cameraJson(const CameraFit& fit) {
    const auto& c = fit.camera;
    json residuals = json::array();
    for (const auto& p : fit.pins) residuals.push_back({{"px", rounded(p.residualPx, 2)}, {"wrong", p.wrong}});
    return {{"hfov_deg", rounded(deg(c.hfovRad), 3)},
            {"height_m", rounded(c.heightM, 3)},
            {"forward_m", rounded(c.forwardM, 3)},
            {"lateral_m", rounded(c.lateralM, 3)},
            {"pitch_deg", rounded(deg(c.pitchRad), 3)},
            {"yaw_deg", rounded(deg(c.yawRad), 3)},
            {"roll_deg", rounded(deg(c.rollRad), 3)},
            {"distortion", rounded(c.distortion, 4)},
            {"pins", fit.pins.size()},
            {"residual_px", {{"median", rounded(fit.medianPx, 2)}, {"worst", rounded(fit.worstPx, 2)}}},
            {"method", c.method},
            {"sure", fit.sure},
            {"at_pins", residuals}};
}

Answer cameraAnswer(const CameraArguments& a, const Call& s) {
    std::optional<std::vector<CameraPin>> pins;
    if (!a.pins.empty()) {
        const auto text = readFile(a.pins);
        if (!text) return text.error();
        auto read = parsePins(*text, a.pins);
        if (!read) return read.error();
        pins = std::move(*read);
    }
    auto o = opened(a.guide);
    if (!o) return o.error();
    auto fit = findCamera(o->guide, o->session, pins.value_or(std::vector<CameraPin>{}), s.progress());
    if (!fit) return fit.error();
    auto& film = o->guide.sources.film();
    film.camera = fit->camera;
    if (pins) film.pins = *pins;
    const auto good = validated(o->guide);
    if (!good) return good.error();
    if (auto saved = saveGuide(a.guide, *good); !saved) return saved.error();
    return cameraJson(*fit);
}

Answer projectAnswer(const CameraArguments& a, const Call& s) {
    const auto text = readFile(a.points);
    if (!text) return text.error();
    const auto points = parsePoints(*text, a.points);
    if (!points) return points.error();
    auto o = opened(a.guide);
    if (!o) return o.error();
    const auto seen = placesSeen(o->guide, o->session, *points, s.progress());
    if (!seen) return seen.error();
    json all = json::array();
    for (const auto& p : *seen)
        all.push_back({{"film_s", seconds(p.when)},
                       {"at_m", p.place.atM},
                       {"x_px", rounded(p.xPx, 2)},
                       {"y_px", rounded(p.yPx, 2)},
                       {"visible", p.visible},
                       {"uncertainty_px", rounded(p.uncertaintyPx, 1)}});
    return json{{"points", all}};
}

} // namespace

void addCamera(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("camera", "Find the film's camera and keep it in the guide");
    auto a = std::make_shared<CameraArguments>();
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    verb->add_option("--pins", a->pins,
                     "CSV of clicked road features: film_s,x_px,y_px,at_m,left_m,up_m; without it from the picture");
    verb->callback([&s, a] {
        s.work = [a, &s] { return cameraAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            out << "camera sees " << j["hfov_deg"].get<double>() << " degrees, " << j["height_m"].get<double>()
                << " m above the road; by " << j["method"].get<std::string>() << ", within "
                << j["residual_px"]["median"].get<double>() << " px (worst " << j["residual_px"]["worst"].get<double>()
                << ")" << (j["sure"].get<bool>() ? "\n" : ", but not sure\n");
        };
    });
}

void addProject(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("project", "Where places of the road are in the film's pictures");
    auto a = std::make_shared<CameraArguments>();
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    verb->add_option("--points", a->points, "CSV: film_s,at_m,left_m,up_m")->required();
    verb->callback([&s, a] {
        s.work = [a, &s] { return projectAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& p : j["points"])
                out << p["film_s"].get<double>() << " s  " << p["at_m"].get<double>() << " m  "
                    << p["x_px"].get<double>() << ", " << p["y_px"].get<double>()
                    << (p["visible"].get<bool>() ? "" : "  not to be seen") << "  within "
                    << p["uncertainty_px"].get<double>() << " px\n";
        };
    });
}

} // namespace hl
