// SPDX-License-Identifier: GPL-3.0-or-later
// align: a take against its script, word by word.
#include "command/answers.h"
#include "command/verbs.h"
#include "core/units/numbers.h"
#include "media/sound.h"
#include "store/files.h"
#include "voice/align.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

constexpr int kTakeRate = 48000;

json alignmentJson(const Alignment& a, const std::vector<ScriptToken>& script) {
    const auto s = [](double v) { return rounded(v, 3); };
    json words = json::array(), pauses = json::array();
    for (const auto& w : a.words) {
        const auto& t = script[w.token];
        words.push_back({{"token", w.token},
                         {"text", t.text},
                         {"corner", t.corner > 0 ? json(t.corner) : json()},
                         {"start_s", s(w.startS)},
                         {"end_s", s(w.endS)},
                         {"sure", w.sure}});
    }
    for (const auto& p : a.pauses) pauses.push_back({{"start_s", s(p.startS)}, {"end_s", s(p.endS)}});
    return {{"duration_s", s(a.durationS)},
            {"words", words},
            {"pauses", pauses},
            {"differences", differencesJson(a.differences)},
            {"level", levelJson(a.level)}};
}

Answer alignAnswer(const std::string& audio, const std::string& scriptFile, const Call& s) {
    const auto text = readFile(scriptFile);
    if (!text) return text.error();
    const auto take = readSound(audio, kTakeRate);
    if (!take) return take.error();
    const auto script = tokensOf(*text);
    const auto progress = s.progress();
    const auto a = aligned(*take, script, [&](double share) {
        progress.report(share, "listening");
        return !progress.cancelled();
    });
    if (!a) return a.error();
    return alignmentJson(*a, script);
}

void tellAlignment(const json& j, std::ostream& out) {
    for (const auto& w : j["words"])
        out << w["start_s"].get<double>() << " s  " << w["text"].get<std::string>()
            << (w["sure"].get<bool>() ? "" : "  (not sure)") << "\n";
    for (const auto& d : j["differences"]) {
        out << d["start_s"].get<double>() << " s  " << d["kind"].get<std::string>();
        if (!d["script"].get<std::string>().empty()) out << ", written \"" << d["script"].get<std::string>() << '"';
        if (!d["heard"].get<std::string>().empty()) out << ", heard \"" << d["heard"].get<std::string>() << '"';
        out << "\n";
    }
    const auto& l = j["level"];
    out << "peak " << l["peak_dbfs"].get<double>() << " dBFS, " << l["speech_lufs"].get<double>() << " LUFS, noise "
        << l["noise_dbfs"].get<double>() << " dBFS" << (l["clipped"].get<bool>() ? ", clipped" : "") << "\n";
}

} // namespace

void addAlign(CLI::App& app, Call& s) {
    auto* verb =
        app.add_subcommand("align", "When each word of a script is spoken in a take, and what was said differently");
    auto audio = std::make_shared<std::string>(), script = std::make_shared<std::string>();
    verb->add_option("audio", *audio, "The take: any sound file, or a film's sound track")->required();
    verb->add_option("--script", *script, "The text; lines \"# corner N\" part a talk-over")->required();
    verb->callback([&s, audio, script] {
        s.work = [audio, script, &s] { return alignAnswer(*audio, *script, s); };
        s.tell = tellAlignment;
    });
}

} // namespace hl
