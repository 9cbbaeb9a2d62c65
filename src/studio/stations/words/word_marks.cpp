// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/word_marks.h"

#include "core/guide/edition.h"
#include "picture/tokens.h"

#include <algorithm>
#include <QCoreApplication>
#include <QInputDialog>

namespace hl {
namespace {

QString tr(const char* text) { return QCoreApplication::translate("hl::WordMarks", text); }

LiveText saidOf(const Desk& desk, BeatId id, const std::string& typed) {
    const auto* c = cornerOf(desk.guide(), id);
    return withLiveValues(typed, {desk.guide(), c, c ? desk.session().measured.of(*c) : nullptr});
}

std::vector<ReadClaim> claimsOf(const Desk& desk, BeatId id, const std::string& said) {
    const auto known = desk.look().words.find(id);
    if (known != desk.look().words.end() && known->second.text == said) return known->second.claims;
    const auto* c = cornerOf(desk.guide(), id);
    const auto* b = beatWith(desk.guide(), id);
    return c && b && desk.look().claims ? desk.look().claims->of(said, *b, *c) : std::vector<ReadClaim>();
}

int letters(std::string_view bytes) {
    return static_cast<int>(QString::fromUtf8(bytes.data(), static_cast<int>(bytes.size())).size());
}

/// Bytes of the said text in which a claim stands.
std::pair<std::size_t, std::size_t> bytesOf(const std::string& said, const Claim& c) {
    const auto words = codePoints(said, c.from, c.to);
    const auto from = static_cast<std::size_t>(words.data() - said.data());
    return {from, from + words.size()};
}

} // namespace

QVector<WordMark> marksOfSaid(const Desk& desk, BeatId beat, const LiveText& said) {
    QVector<WordMark> out;
    for (auto& r : claimsOf(desk, beat, said.text)) {
        const auto [from, to] = bytesOf(said.text, r.claim);
        const std::string_view text = said.text;
        out.push_back({letters(text.substr(0, from)), letters(text.substr(from, to - from)), std::move(r)});
    }
    return out;
}

QVector<WordMark> marksOfTyped(const Desk& desk, BeatId beat, const QString& typed) {
    const auto bytes = typed.toStdString();
    const auto said = saidOf(desk, beat, bytes);
    QVector<WordMark> out;
    for (auto& r : claimsOf(desk, beat, said.text)) {
        const auto [from, to] = bytesOf(said.text, r.claim);
        const auto begin = said.source(from), end = std::max(begin, said.source(to, true));
        const std::string_view text = bytes;
        out.push_back({letters(text.substr(0, begin)), letters(text.substr(begin, end - begin)), std::move(r)});
    }
    return out;
}

QTextCharFormat formatOf(const WordMark& mark) {
    QTextCharFormat f;
    if (mark.differs()) {
        f.setUnderlineStyle(QTextCharFormat::WaveUnderline);
        f.setUnderlineColor(QColor(look::kWrong));
        f.setBackground(QColor(look::kLampPaper));
    } else if (mark.read.claim.verdict == Verdict::Unknown) {
        f.setUnderlineStyle(QTextCharFormat::DotLine);
        f.setUnderlineColor(QColor(look::kInkQuiet));
    } else {
        f.setUnderlineStyle(QTextCharFormat::SingleUnderline);
        f.setUnderlineColor(QColor(mark.read.left ? look::kLamp : look::kReed));
    }
    return f;
}

QString evidenceOf(const WordMark& m) {
    const auto& c = m.read.claim;
    const auto measured = QString::fromStdString(c.measured);
    if (m.read.left) return tr("left as it is: %1").arg(QString::fromStdString(m.read.left->why));
    if (c.verdict == Verdict::Agrees) return {};
    if (c.verdict == Verdict::Unknown) return tr("cannot be known: %1").arg(measured);
    return (c.byAdvice ? tr("the advice says %1") : tr("the lap shows %1")).arg(measured);
}

QString correctedWords(const Desk& desk, BeatId beat, const QString& typed, const WordMark& mark) {
    const auto* b = beatWith(desk.guide(), beat);
    const auto* c = cornerOf(desk.guide(), beat);
    if (!b || !c || !desk.look().claims) return {};
    const auto bytes = typed.toStdString();
    const auto said = saidOf(desk, beat, bytes);
    const auto now = corrected(said.text, mark.read.claim, desk.look().claims->facts(*b), c->number);
    if (!now || *now == said.text) return {};
    // What is the same on both sides stays as it was typed, live values too.
    const auto most = std::min(now->size(), said.text.size());
    std::size_t head = 0, tail = 0;
    while (head < most && (*now)[head] == said.text[head]) ++head;
    while (tail < most - head && (*now)[now->size() - 1 - tail] == said.text[said.text.size() - 1 - tail]) ++tail;
    const auto from = said.source(head), to = std::max(from, said.source(said.text.size() - tail, true));
    return QString::fromStdString(bytes.substr(0, from) + now->substr(head, now->size() - head - tail) +
                                  bytes.substr(to));
}

bool canBeAdvice(const WordMark& mark) {
    return mark.differs() && canBeAdvice(mark.read.claim) && topicOf(mark.read.claim).has_value();
}

void correctWords(Desk& desk, BeatId beat, const WordMark& mark, BeatText in) {
    const auto* b = beatWith(desk.guide(), beat);
    const auto words = b ? correctedWords(desk, beat, QString::fromStdString(textOf(*b, in)), mark) : QString();
    if (words.isEmpty()) return;
    desk.edit({tr("Words as measured").toStdString(),
               [beat, in, words = words.toStdString()](Guide g) { return withText(std::move(g), beat, in, words); }});
}

void makeAdvice(Desk& desk, BeatId beat, const WordMark& mark) {
    const auto* b = beatWith(desk.guide(), beat);
    const auto* c = cornerOf(desk.guide(), beat);
    const auto topic = topicOf(mark.read.claim);
    if (!b || !c || !topic || !canBeAdvice(mark)) return;
    // Words of another day are advice of that day.
    const auto day = holdsIn(b->only.variant, desk.guide().scene.conditions) ? std::string() : b->only.variant;
    const auto own = c->otherAdvice.find(day);
    const auto& rows = day.empty() ? c->advice : own == c->otherAdvice.end() ? std::vector<Advice>() : own->second;
    Advice row;
    row.topic = *topic;
    for (const auto& a : rows)
        if (a.topic == *topic) row = a;
    // Advice that says otherwise is replaced; what else stands there stays.
    const bool other = mark.read.claim.byAdvice || row.advised.empty();
    row.advised = other ? mark.read.said : row.advised + ", " + mark.read.said;
    desk.edit({tr("Make it advice").toStdString(),
               [id = c->id, row, day](Guide g) { return withAdvice(std::move(g), id, row, day); }});
}

void leaveClaim(Desk& desk, BeatId beat, const WordMark& mark, const QString& why) {
    const LeftClaim left{std::string(key(mark.read.claim.kind)), mark.read.said, why.simplified().toStdString()};
    desk.edit(
        {tr("Leave it").toStdString(), [beat, left](Guide g) { return withClaimLeft(std::move(g), beat, left); }});
}

void askToLeave(Desk& desk, BeatId beat, const WordMark& mark, QWidget* parent) {
    bool ok = false;
    const auto said = QString::fromStdString(mark.read.said);
    const auto why =
        QInputDialog::getText(parent, tr("Leave it"), tr("\"%1\": %2. Why does it stay?").arg(said, evidenceOf(mark)),
                              QLineEdit::Normal, {}, &ok);
    if (ok && !why.simplified().isEmpty()) leaveClaim(desk, beat, mark, why);
}

} // namespace hl
