// SPDX-License-Identifier: GPL-3.0-or-later
// claims: what the words say that facts or advice can confirm or contradict.
#include "command/answers.h"
#include "command/verbs.h"
#include "core/words/live_values.h"
#include "jobs/session.h"
#include "store/claims_json.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "store/json_view.h"

#include <algorithm>
#include <memory>
#include <sstream>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct ClaimsArguments {
    std::string guide, facts, text;
};

json line(const std::string& id, int corner, const std::string& text, const std::vector<Claim>& claims) {
    json list = json::array();
    for (const auto& c : claims) list.push_back(toJson(c));
    return {{"id", id}, {"corner", corner}, {"text", text}, {"claims", list}};
}

Result<ClaimFacts> factsIn(const std::string& file) {
    const auto text = readFile(file);
    if (!text) return text.error();
    const auto j = parsedJson(*text, file, "claims.bad-facts", "facts of corners as JSON");
    if (!j) return j.error();
    auto facts = claimFactsFrom(*j);
    if (!facts) {
        auto wrong = facts.error();
        wrong.where = file + (wrong.where.empty() ? "" : ": " + wrong.where);
        return wrong;
    }
    return facts;
}

Answer ofText(const ClaimsArguments& a) {
    const auto facts = factsIn(a.facts);
    if (!facts) return facts.error();
    const auto text = readFile(a.text);
    if (!text) return text.error();
    const ClaimReader reader(*facts);
    json out = json::array();
    std::istringstream lines(*text);
    int number = 0;
    for (std::string one; std::getline(lines, one);) {
        ++number;
        if (one.find_first_not_of(" \t\r") == one.npos) continue;
        const auto j = jsonOrNothing(one);
        const auto bad = [&](const std::string& what, const std::string& expected) {
            return Error{"claims.bad-text", what, a.text + ", line " + std::to_string(number), expected};
        };
        if (!j.is_object()) return bad("no JSON object", "{\"id\": ..., \"corner\": 3, \"text\": \"...\"}");
        if (!j.contains("text") || !j["text"].is_string()) return bad("no text", "\"text\": words");
        if (!j.contains("corner") || !j["corner"].is_number_integer())
            return bad("no corner", "\"corner\": its number");
        const auto id = j.contains("id") && j["id"].is_string() ? j["id"].get<std::string>() : std::to_string(number);
        const int corner = j["corner"].get<int>();
        const auto words = j["text"].get<std::string>();
        out.push_back(line(id, corner, words, reader.read(words, corner)));
    }
    return out;
}

Answer ofGuide(const ClaimsArguments& a) {
    auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    const auto session = bringUp(guideFile(a.guide).parent_path(), *guide);
    if (!session) return session.error();
    const auto facts = claimFactsOf(*guide, session->measured, session->trace.lap.time.count(), session->trace.lengthM);
    const ClaimReader reader(facts);
    const auto said = asSaid(*guide, session->measured);
    json out = json::array();
    eachBeat(said, [&](const Beat& b, const GuideCorner* c) {
        const int corner = c ? c->number : 0;
        const auto id = std::to_string(b.id.value);
        auto claims = reader.read(b.words, corner);
        if (c)
            for (auto& one : claims) holdAgainst(one, facts, corner, b.atM);
        if (!b.words.empty()) out.push_back(line(id, corner, b.words, claims));
        if (!b.cue.empty()) out.push_back(line(id + "-cue", corner, b.cue, reader.read(b.cue, corner)));
    });
    return out;
}

/// By code point: the byte it begins with; and the end.
std::vector<std::size_t> codePointsOf(const std::string& text) {
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < text.size(); ++i)
        if ((static_cast<unsigned char>(text[i]) & 0xC0) != 0x80) out.push_back(i);
    out.push_back(text.size());
    return out;
}

/// The words that claim, with some of those around them: a long text is not told again for each of its claims.
std::string inItsWords(const std::string& text, const std::vector<std::size_t>& points, std::size_t from,
                       std::size_t to) {
    constexpr std::size_t kAround = 60; // code points on either side
    const auto last = points.size() - 1;
    auto begin = points[std::min(from > kAround ? from - kAround : 0, last)],
         end = points[std::min(to + kAround, last)];
    const auto claimBegins = points[std::min(from, last)], claimEnds = points[std::min(to, last)];
    if (begin > 0) begin = std::min(text.find(' ', begin), claimBegins); // whole words
    if (end < text.size()) end = std::max(text.rfind(' ', end) + 1, claimEnds);
    auto words = (begin > 0 ? "..." : "") + text.substr(begin, end - begin) + (end < text.size() ? "..." : "");
    std::replace_if(
        words.begin(), words.end(), [](char c) { return c == '\n' || c == '\r' || c == '\t'; }, ' ');
    return words;
}

Answer claimsAnswer(const ClaimsArguments& a) {
    const bool text = !a.facts.empty() || !a.text.empty();
    if (text == !a.guide.empty() || (text && (a.facts.empty() || a.text.empty())))
        return Error{"usage.claims", "it needs a guide, or facts and a text", "claims GUIDE, claims --facts F --text T",
                     "one of the two"};
    return text ? ofText(a) : ofGuide(a);
}

} // namespace

void addClaims(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("claims", "What words claim, and whether facts and advice agree");
    auto a = std::make_shared<ClaimsArguments>();
    verb->add_option("guide", a->guide, "The guide's folder");
    verb->add_option("--facts", a->facts, "Facts, advice and references of corners, JSON");
    verb->add_option("--text", a->text, "JSON lines with id, corner, text");
    verb->callback([&s, a] {
        s.work = [a] { return claimsAnswer(*a); };
        s.lines = true;
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& l : j) {
                const auto text = l["text"].get<std::string>();
                const auto points = codePointsOf(text);
                for (const auto& c : l["claims"])
                    out << l["corner"].get<int>() << "  " << c["verdict"].get<std::string>() << "  "
                        << c["kind"].get<std::string>() << " " << c["said"].dump() << " ("
                        << c["stance"].get<std::string>() << "), measured: " << c["measured"].get<std::string>()
                        << "\n     \"" << inItsWords(text, points, c["span"][0], c["span"][1]) << "\"\n";
            }
        };
    });
}

} // namespace hl
