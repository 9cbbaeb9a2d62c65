// SPDX-License-Identifier: GPL-3.0-or-later
// cover: the picture that a guide is shown by, and where on the lap it is taken.
#include "command/open_guide.h"
#include "command/verbs.h"
#include "core/guide/edits.h"
#include "core/units/figures.h"
#include "jobs/cover.h"
#include "store/files.h"
#include "store/guide_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct CoverArguments {
    std::string guide, out;
    std::optional<double> at;
    bool byItself = false;
};

Answer coverAnswer(const CoverArguments& a) {
    auto open = openedGuide(a.guide);
    if (!open) return open.error();
    const auto& t = open->session.trace;
    if (a.at && (*a.at < t.s.front() || *a.at > t.s.back()))
        return Error{"cover.off-lap", figure(*a.at) + " m is not on this lap", "--at",
                     "metres from " + figure(t.s.front()) + " to " + figure(t.s.back())};
    auto guide = open->written;
    if (a.at || a.byItself) guide = withCover(std::move(guide), a.byItself ? std::nullopt : a.at);
    if (guide != open->written)
        if (auto s = saveGuide(a.guide, guide); !s) return s.error();
    if (!a.out.empty()) {
        auto shown = open->guide;
        shown.coverM = guide.coverM;
        const auto jpeg = jpegOf(coverPicture(shown, open->session)).toStdString();
        if (jpeg.empty())
            return Error{"cover.no-picture", "the film has no picture there", open->session.video.string(),
                         "a film that can be read"};
        if (auto s = writeFile(a.out, jpeg); !s) return s.error();
    }
    return json{{"at_m", guide.coverM ? json(*guide.coverM) : json()}, {"out", a.out}};
}

} // namespace

void addCover(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("cover", "The picture that a guide is shown by: see it, take another");
    auto a = std::make_shared<CoverArguments>();
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    auto* at = verb->add_option("--at", a->at, "Metres of the lap where it is taken from now on");
    verb->add_flag("--by-itself", a->byItself, "Taken before the corner that matters most, as at first")->excludes(at);
    verb->add_option("--out", a->out, "Write it there, as JPEG");
    verb->callback([&s, a] {
        s.work = [a] { return coverAnswer(*a); };
        s.tell = [](const json& j, std::ostream& out) {
            if (j["at_m"].is_null())
                out << "the cover is the road into the corner that matters most\n";
            else
                out << "the cover is taken at " << figure(j["at_m"].get<double>()) << " m\n";
        };
    });
}

} // namespace hl
