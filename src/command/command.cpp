// SPDX-License-Identifier: GPL-3.0-or-later
#include "command/command.h"

#include "command/verbs.h"
#include "core/units/barred.h"
#include "core/units/figures.h"

#include <chrono>
#include <cmath>
#include <memory>

namespace hl {
namespace {

constexpr void (*kVerbs[])(CLI::App&, Call&) = {
    addColumns,   addReadPanel, addLaps,   addCorners, addSync,     addCompare, addNew,     addScene,  addShow,
    addChooseLap, addShelf,     addCamera, addProject, addFollow,   addAlign,   addTake,    addClaims, addCheck,
    addPlan,      addRender,    addSlow,   addFormats, addEditions, addCover,   addPublish, addDemo};

} // namespace

namespace {

/// "about 3 min left", once enough is done to tell; empty before.
std::string timeLeft(double share, double elapsedS) {
    constexpr double kEnough = 0.08, kWorthTelling = 5; // share; s
    if (share < kEnough || elapsedS < kWorthTelling) return {};
    const double left = elapsedS * (1 - share) / share;
    if (left < kWorthTelling) return {};
    return left < 90 ? ", about " + figure(5 * std::round(left / 5)) + " s left"
                     : ", about " + figure(left / 60) + " min left";
}

} // namespace

Progress Call::progress() const {
    using Clock = std::chrono::steady_clock;
    struct Told {
        int tenth = -1;
        std::string doing;
        Clock::time_point since = Clock::now();
    };
    auto last = std::make_shared<Told>();
    auto& err = streams.err;
    return {[last, &err](double share, const std::string& doing) {
                const int tenth = static_cast<int>(share * 10);
                if (tenth == last->tenth && doing == last->doing) return;
                last->tenth = tenth, last->doing = doing;
                const double elapsed = std::chrono::duration<double>(Clock::now() - last->since).count();
                err << "  " << static_cast<int>(share * 100) << " % " << doing << timeLeft(share, elapsed) << '\n'
                    << std::flush;
            },
            {}};
}

int runCommand(const std::vector<std::string>& arguments, Streams streams) {
    CLI::App app{"High Lantern, without a window: laps, corners, guides from a filmed lap and its log.", "highlantern"};
    app.set_version_flag("--version", "highlantern " HL_VERSION, "Tell the version and exit");
    app.require_subcommand(1);
    Call session{streams, false, {}, {}};
    for (const auto add : kVerbs) add(app, session);
    for (auto* verb : app.get_subcommands({})) verb->add_flag("--json", session.json, "Answer in JSON");
    std::vector<std::string> reversed(arguments.rbegin(), arguments.rend());
    try {
        app.parse(reversed);
    } catch (const CLI::ParseError& e) {
        const int code = app.exit(e, streams.out, streams.err);
        return code == 0 ? 0 : 2;
    }
    const auto answer = barred([&] { return session.work(); });
    if (!answer) {
        streams.err << "highlantern: " << sentence(answer.error()) << " [" << answer.error().id << "]\n";
        return answer.error().id.starts_with("usage.") ? 2 : 1;
    }
    if (session.json && session.lines)
        for (const auto& one : *answer)
            streams.out << one.dump(-1, ' ', false, nlohmann::ordered_json::error_handler_t::replace) << "\n";
    else if (session.json)
        streams.out << answer->dump(1, ' ', false, nlohmann::ordered_json::error_handler_t::replace) << '\n';
    else
        session.tell(*answer, streams.out);
    return 0;
}

} // namespace hl
