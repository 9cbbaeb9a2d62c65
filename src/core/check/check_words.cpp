// SPDX-License-Identifier: GPL-3.0-or-later
// What the words, marks and takes say against the lap and against each other.
#include "core/check/check.h"

#include <algorithm>
#include <cctype>
#include <cmath>

namespace hl {
namespace {

std::string ruleOf(ClaimKind kind) {
    return "claims." + std::string(kind == ClaimKind::BrakePct ? "brake" : key(kind));
}

std::string against(const Claim& c) { return (c.byAdvice ? "the advice says " : "the lap shows ") + c.measured; }

} // namespace

std::vector<Finding> contradictedWords(const Checked& checked) {
    std::vector<Finding> found;
    for (const auto& t : checked.texts)
        for (const auto& r : t.claims) {
            if (r.claim.verdict != Verdict::Differs) continue;
            Finding f{ruleOf(r.claim.kind),
                      r.left ? Severity::Note : Severity::Wrong,
                      t.corner->id,
                      t.beat->id,
                      std::string(key(t.which)),
                      title(*t.corner) + ": the " + std::string(key(t.which)) +
                          (t.which == BeatText::Words ? " say \"" : " says \"") + r.said + "\", " + against(r.claim),
                      r.said,
                      r.claim.measured};
            if (r.left) f.message += "; left: " + r.left->why;
            f.found = FoundClaim{r.claim, t.which,
                                 corrected(*t.text, r.claim, checked.claims.facts(*t.beat), t.corner->number)};
            found.push_back(std::move(f));
        }
    return found;
}

namespace {

struct Placed {
    const GuideCorner* corner;
    const Beat* beat;
    const ReadClaim* read;
};

bool same(double a, double b, double tolerance) { return std::abs(a - b) <= tolerance; }

/// Whether two claims about the same cannot both be.
bool exclude(const Claim& a, const Claim& b) {
    const bool advice = a.stance == Stance::Advised, otherAdvice = b.stance == Stance::Advised;
    if (a.kind != b.kind || a.fact != b.fact || advice != otherAdvice) return false;
    const auto &x = a.said, &y = b.said;
    constexpr double kPercent = 10, kSpeed = 6, kMetres = 10;
    switch (a.kind) {
    case ClaimKind::Gear: return x.number && y.number && a.fact == "min_gear" && *x.number != *y.number;
    case ClaimKind::BrakePct:
        return x.number && y.number && !x.upTo && !y.upTo && !x.most && !y.most &&
               !same(*x.number, *y.number, kPercent);
    case ClaimKind::Speed:
        return x.number && y.number && !x.upTo && !y.upTo && !x.most && !y.most && !x.least && !y.least &&
               a.unit == b.unit && !same(*x.number, *y.number, kSpeed);
    case ClaimKind::Distance:
        return x.number && y.number && !x.upTo && !y.upTo && x.ref && x.ref == y.ref && a.unit == "m" &&
               b.unit == "m" && !same(*x.number, *y.number, kMetres);
    case ClaimKind::Apex: {
        const auto is = [](const std::string& w) { return w == "early" || w == "late" || w == "middle"; };
        return is(x.word) && is(y.word) && x.word != y.word;
    }
    case ClaimKind::Direction:
        return (x.word == "left" && y.word == "right") || (x.word == "right" && y.word == "left");
    case ClaimKind::Kerb: return x.side == y.side && (x.use == "none") != (y.use == "none");
    default: return false;
    }
}

} // namespace

std::vector<Finding> wordsAgainstEachOther(const Checked& checked) {
    std::vector<Placed> all;
    for (const auto& t : checked.texts)
        for (const auto& r : t.claims) {
            const auto s = r.claim.stance;
            if ((s == Stance::Driven || s == Stance::Advised) && !r.claim.about) all.push_back({t.corner, t.beat, &r});
        }
    std::vector<Finding> found;
    for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t k = i + 1; k < all.size() && all[k].corner == all[i].corner; ++k) {
            const auto &a = all[i], &b = all[k];
            // What contradicts the lap is told already.
            const bool told = a.read->claim.verdict == Verdict::Differs || b.read->claim.verdict == Verdict::Differs;
            const bool together = a.beat->only.variant == b.beat->only.variant;
            if (a.beat == b.beat || told || !together || !exclude(a.read->claim, b.read->claim)) continue;
            found.push_back(
                {"claims.each-other", Severity::Warn, b.corner->id, b.beat->id, "words",
                 title(*b.corner) + ": the words say \"" + b.read->said + "\", and elsewhere \"" + a.read->said + "\"",
                 b.read->said, a.read->said});
        }
    return found;
}

std::vector<Finding> markersThatDisagree(const Checked& checked) {
    std::vector<Finding> found;
    for (const auto& c : checked.guide.corners) {
        if (!checked.measured.of(c)) continue;
        for (const auto& m : c.markers) {
            if (!m.only.variant.empty()) continue;
            Beat there;
            there.atM = c.apexM;
            for (const auto& r : checked.claims.of(m.label, there, c)) {
                if (!r.differs()) continue;
                found.push_back({"markers.text",
                                 Severity::Wrong,
                                 c.id,
                                 {},
                                 "marker " + std::to_string(m.id.value),
                                 title(c) + ": a mark reads \"" + m.label + "\", " + against(r.claim),
                                 m.label,
                                 r.claim.measured});
            }
        }
    }
    return found;
}

namespace {

bool letter(char c) { return std::isalnum(static_cast<unsigned char>(c)) != 0 || (c & 0x80) != 0; }

std::string small(std::string_view text) {
    std::string out(text);
    for (auto& c : out) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return out;
}

/// Where a name stands as words in a text, both in small letters; npos: nowhere.
std::size_t wordsAt(const std::string& text, const std::string& name) {
    if (name.empty()) return std::string::npos;
    for (auto at = text.find(name); at != std::string::npos; at = text.find(name, at + 1))
        if ((at == 0 || !letter(text[at - 1])) && (at + name.size() == text.size() || !letter(text[at + name.size()])))
            return at;
    return std::string::npos;
}

/// "the 100 board on the left": the side that the words give it; empty: none.
std::string sideTold(const std::string& text, const std::string& name) {
    const auto at = wordsAt(text, name);
    if (at == std::string::npos) return {};
    for (const auto* side : {"left", "right"}) {
        const std::string word(side);
        for (const auto& behind : {" on the " + word, " on your " + word, " to the " + word, " to your " + word})
            if (text.compare(at + name.size(), behind.size(), behind) == 0) {
                // "on the left kerb" and "on the right side" go on.
                const auto rest = text.substr(at + name.size() + behind.size());
                if (rest.empty() || !letter(rest[rest[0] == ' ' && rest.size() > 1 ? 1 : 0]) ||
                    rest.starts_with(" side") || rest.starts_with(" and") || rest.starts_with(" is"))
                    return word;
            }
    }
    return {};
}

} // namespace

std::vector<Finding> strangeReferences(const Checked& checked) {
    std::vector<Finding> found;
    constexpr double kNearM = 400;
    for (const auto& t : checked.texts) {
        const auto& c = *t.corner;
        const auto& b = *t.beat;
        const auto plain = small(*t.text);
        for (const auto& r : checked.guide.references) {
            const auto told = sideTold(plain, small(r.label));
            const auto is = r.lateralM > 0 ? "left" : "right";
            // Another of the same name may stand on that side.
            const bool other =
                std::any_of(checked.guide.references.begin(), checked.guide.references.end(), [&](const auto& o) {
                    return o.id != r.id && o.label == r.label && (o.lateralM > 0) != (r.lateralM > 0) &&
                           std::abs(o.atM - b.atM) < kNearM;
                });
            if (told.empty() || told == is || other || std::abs(r.atM - b.atM) > kNearM) continue;
            found.push_back(
                {"references.side", Severity::Wrong, c.id, b.id, "words",
                 title(c) + ": the words have the " + r.label + " on the " + told + ", it stands on the " + is, told,
                 is});
        }
        for (const auto& read : t.claims) {
            if (read.claim.kind != ClaimKind::Distance || read.claim.said.ref) continue;
            found.push_back(
                {"references.none", Severity::Note, c.id, b.id, "words",
                 title(c) + ": the words go by \"" + read.said + "\", and no such thing is among the references",
                 read.said, ""});
        }
    }
    return found;
}

std::vector<Finding> takesThatContradict(const Checked& checked) {
    std::vector<Finding> found;
    for (const auto& c : checked.guide.corners) {
        if (!checked.measured.of(c)) continue;
        for (const auto& b : c.beats) {
            if (b.takes.empty()) continue;
            for (const auto& slip : b.takes.front().slips) {
                if (slip.heard.empty()) continue;
                for (const auto& r : checked.claims.of(slip.heard, b, c))
                    if (r.differs())
                        found.push_back({"take.contradicts", Severity::Wrong, c.id, b.id, "words",
                                         title(c) + ": the take says \"" + r.said + "\", " + against(r.claim), r.said,
                                         r.claim.measured});
            }
        }
    }
    return found;
}

std::vector<Finding> unspokenTakes(const Checked& checked) {
    const auto& g = checked.guide;
    std::vector<Finding> found;
    const auto heard = [](const std::string& text) {
        std::string plain;
        for (const char k : text)
            if (std::isalnum(static_cast<unsigned char>(k)) != 0 || (k & 0x80) != 0)
                plain += static_cast<char>(std::tolower(static_cast<unsigned char>(k)));
        return plain;
    };
    eachBeat(g, [&](const Beat& b, const GuideCorner* c) {
        if (b.takes.empty() || heard(b.takes.front().text) == heard(b.words)) return;
        const auto where = c ? title(*c) : std::string("The guide");
        found.push_back({"take.other-words", b.words.empty() ? Severity::Note : Severity::Warn, c ? c->id : CornerId{},
                         b.id, "words",
                         b.words.empty() ? where + ": a take has no words typed to it, it will have no captions"
                                         : where + ": the take says \"" + b.takes.front().text +
                                               "\", the words now say \"" + b.words + "\"",
                         b.takes.front().text, b.words});
    });
    return found;
}

} // namespace hl
