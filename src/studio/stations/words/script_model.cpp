// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/script_model.h"

#include "core/take/take_sound.h"
#include "studio/stations/words/slip_text.h"
#include "studio/views/edition_menu.h"
#include "studio/widgets/style.h"

#include <cmath>

namespace hl {
namespace {

QString passText(Pass p) {
    switch (p) {
    case Pass::Walk: return QObject::tr("walk-through");
    case Pass::Detail: return QObject::tr("once more, closer");
    case Pass::Run: return QObject::tr("at full speed");
    case Pass::Above: return QObject::tr("from above");
    case Pass::Recap: return QObject::tr("to remember, in the last lap");
    case Pass::Faults: return QObject::tr("what people get wrong");
    }
    return {};
}

QString sectionText(SectionKind k) {
    switch (k) {
    case SectionKind::Card: return QObject::tr("Opening");
    case SectionKind::Conditions: return QObject::tr("Conditions");
    case SectionKind::Close: return QObject::tr("Close");
    default: return {};
    }
}

/// How loud a take was spoken. The guide is levelled anyway; what is far too soft brings its noise up with it.
void tellLevel(ScriptBeat& b, const std::shared_ptr<const Speech>& speech) {
    constexpr double kSoftLufs = -38, kNearNoiseDb = 18;
    b.level.clear(), b.levelWrong = false;
    if (!speech || !speech->level) return;
    const auto& l = *speech->level;
    b.level = QObject::tr("%1 LUFS").arg(l.speechLufs, 0, 'f', 0);
    if (l.clipped)
        b.level += QObject::tr(" \u00b7 clipped"), b.levelWrong = true;
    else if (l.speechLufs < kSoftLufs)
        b.level += QObject::tr(" \u00b7 soft"), b.levelWrong = true;
    else if (l.noiseDbfs > l.speechLufs - kNearNoiseDb)
        b.level += QObject::tr(" \u00b7 noisy"), b.levelWrong = true;
}

} // namespace

ScriptModel::ScriptModel(Desk& desk, QObject* parent) : QAbstractTableModel(parent), desk_(desk) {
    connect(&desk_, &Desk::opened, this, &ScriptModel::refresh);
    connect(&desk_, &Desk::measured, this, &ScriptModel::refresh);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.words || what.corners || what.scene || what.advice || what.format) refresh();
    });
    connect(&desk_, &Desk::cutChanged, this, &ScriptModel::refreshTimes);
    connect(&desk_, &Desk::lookedOver, this, &ScriptModel::refreshTimes);
}

const Beat* ScriptModel::at(int r) const {
    return desk_.isOpen() && row(r).beat ? beatWith(desk_.guide(), row(r).beat) : nullptr;
}

int ScriptModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}
int ScriptModel::columnCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : Columns; }

const ScriptBeat& ScriptModel::beat(int r) const {
    static const ScriptBeat none;
    const auto it = beats_.find(row(r).beat);
    return it == beats_.end() ? none : it->second;
}

int ScriptModel::rowOf(BeatId beat) const {
    for (std::size_t i = 0; i < rows_.size(); ++i)
        if (beat && rows_[i].beat == beat) return static_cast<int>(i);
    return -1;
}

int ScriptModel::headingOf(CornerId corner) const {
    for (std::size_t i = 0; i < rows_.size(); ++i)
        if (rows_[i].kind == ScriptRow::Kind::Corner && rows_[i].corner == corner) return static_cast<int>(i);
    return -1;
}

QString ScriptModel::heading(int r) const {
    const auto& w = row(r);
    if (w.kind == ScriptRow::Kind::Section) return w.lap > 0 ? tr("Lap %1").arg(w.lap) : sectionText(w.section);
    if (w.kind == ScriptRow::Kind::Pass) return passText(w.pass);
    const auto* c = cornerWith(desk_.guide(), w.corner);
    return c ? QString::fromStdString(title(*c)) : QString();
}

QString ScriptModel::beside(int r) const {
    const auto& w = row(r);
    if (w.kind == ScriptRow::Kind::Pass) return {};
    double words = 0;
    int beats = 0, own = 0;
    for (const auto& other : rows_) {
        const bool mine = other.beat && (w.kind == ScriptRow::Kind::Section
                                             ? other.section == w.section && other.lap == w.lap && !other.corner
                                             : other.corner == w.corner);
        if (!mine) continue;
        const auto& b = beats_.at(other.beat);
        ++beats, own += b.own, words += b.time.spokenS;
    }
    if (beats == 0) return tr("no words yet");
    auto text = tr("%1 s of words").arg(words, 0, 'f', 1);
    double walk = 0;
    for (const auto& s : desk_.cut().sections)
        if (w.corner && shows(s, w.corner)) walk += (s.end - s.start).count();
    if (walk > 0) text += tr(", %1 s of guide").arg(walk, 0, 'f', 1);
    if (own == beats)
        text += tr(" \u00b7 own voice");
    else if (own > 0)
        text += tr(" \u00b7 %1 of %2 in your voice").arg(own).arg(beats);
    return text;
}

QString ScriptModel::summary() const {
    if (!desk_.isOpen()) return {};
    double words = 0;
    int wrong = 0;
    for (const auto& [id, b] : beats_) {
        words += b.time.spokenS;
        for (const auto& n : b.notes) wrong += n.wrong;
    }
    auto text = tr("%1 of %2 spoken").arg(clockText(words), clockText(desk_.cut().lengthS));
    if (wrong > 0)
        text = tr("%1 wrong \u00b7 %2 of %3").arg(wrong).arg(clockText(words), clockText(desk_.cut().lengthS));
    return text;
}

QVariant ScriptModel::data(const QModelIndex& index, int role) const {
    const auto* b = at(index.row());
    if (!b) {
        if (role == Qt::DisplayRole && index.column() == At) return heading(index.row());
        if (role == Qt::AccessibleTextRole) return heading(index.row()) + QStringLiteral(", ") + beside(index.row());
        return {};
    }
    if (role == Qt::UserRole) return b->id.value;
    if (role == Qt::ToolTipRole && index.column() == Words) {
        QStringList lines;
        for (const auto& m : beat(index.row()).marks)
            if (const auto tip = evidenceOf(m); !tip.isEmpty())
                lines << QString::fromStdString(m.read.said) + QStringLiteral(": ") + tip;
        return lines.isEmpty() ? QVariant() : QVariant(lines.join(QLatin1Char('\n')));
    }
    if (role == Qt::AccessibleTextRole && index.column() == Words) {
        auto text = beat(index.row()).words;
        for (const auto& n : beat(index.row()).notes) text += QStringLiteral(". ") + n.text;
        if (const auto& level = beat(index.row()).level; !level.isEmpty()) text += QStringLiteral(". ") + level;
        for (const auto& m : beat(index.row()).marks)
            if (const auto tip = evidenceOf(m); !tip.isEmpty() && !m.differs())
                text += QStringLiteral(". ") + QString::fromStdString(m.read.said) + QStringLiteral(": ") + tip;
        return text;
    }
    if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
    switch (index.column()) {
    case At:
        return row(index.row()).corner || row(index.row()).lap > 0
                   ? QString::number(std::lround(b->atM)) + QStringLiteral(" m")
                   : QString();
    case Words: return role == Qt::EditRole ? QString::fromStdString(b->words) : beat(index.row()).words;
    case Cue: return QString::fromStdString(b->cue);
    case Time: return tr("%1 s").arg(beat(index.row()).time.spokenS, 0, 'f', 1);
    default: return {};
    }
}

bool ScriptModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    const auto* b = at(index.row());
    if (!b || role != Qt::EditRole) return false;
    const auto text = value.toString().simplified();
    const auto id = b->id;
    if (index.column() == Words && text.toStdString() != b->words)
        desk_.edit({tr("Words").toStdString(),
                    [id, words = text.toStdString()](Guide g) { return withWords(std::move(g), id, words); }});
    else if (index.column() == Cue && text.toStdString() != b->cue)
        desk_.edit({tr("Cue").toStdString(),
                    [id, cue = text.toStdString()](Guide g) { return withCue(std::move(g), id, cue); }});
    else if (index.column() == At) {
        bool ok = false;
        const double m = QString(text).remove(QLatin1Char('m')).trimmed().toDouble(&ok);
        if (ok && std::lround(m) != std::lround(b->atM))
            desk_.edit(
                {tr("Place of the words").toStdString(), [id, m](Guide g) { return withBeatAt(std::move(g), id, m); }});
    }
    return true;
}

Qt::ItemFlags ScriptModel::flags(const QModelIndex& index) const {
    if (!index.isValid()) return Qt::NoItemFlags;
    auto f = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    const auto& w = row(index.row());
    const bool words = index.column() == Words, place = index.column() == At && w.corner;
    const bool cue = index.column() == Cue && w.corner && w.pass == Pass::Walk;
    if (w.beat && (words || place || cue)) f |= Qt::ItemIsEditable;
    return f;
}

QVariant ScriptModel::headerData(int section, Qt::Orientation o, int role) const {
    if (o != Qt::Horizontal || role != Qt::DisplayRole) return {};
    return QStringList{tr("At"), tr("Words"), tr("Cue"), tr("Time")}.value(section);
}

void ScriptModel::setLit(BeatId beat) {
    if (beat == lit_) return;
    const int before = rowOf(lit_), now = rowOf(beat);
    lit_ = beat;
    for (const int r : {before, now})
        if (r >= 0) emit dataChanged(index(r, 0), index(r, Columns - 1));
}

/// Loudness in steps, drawn under the words; kept as long as the sound is the same.
QVector<float> ScriptModel::waveOf(BeatId id) const {
    constexpr int kSteps = 170;
    const auto speech = desk_.speeches().of(id, false);
    if (!speech || speech->source != "take" || !speech->sound) return {};
    auto& [sound, wave] = waves_[id];
    if (sound.lock() == speech->sound) return wave;
    sound = speech->sound;
    const auto& samples = speech->sound->samples;
    wave = QVector<float>(kSteps, 0);
    for (int k = 0; k < kSteps; ++k) {
        const auto n = samples.size();
        const auto from = n * static_cast<std::size_t>(k) / kSteps, to = n * static_cast<std::size_t>(k + 1) / kSteps;
        for (auto i = from; i < to; i += 4) wave[k] = std::max(wave[k], std::abs(samples[i]));
    }
    const float most = std::max(1e-4f, *std::max_element(wave.begin(), wave.end()));
    for (auto& v : wave) v /= most;
    return wave;
}

void ScriptModel::refresh() {
    auto rows = desk_.isOpen() ? scriptRows(desk_.guide()) : std::vector<ScriptRow>();
    if (rows != rows_) {
        beginResetModel();
        rows_ = std::move(rows);
        beats_.clear();
        for (const auto& r : rows_)
            if (r.beat) beats_[r.beat];
        endResetModel();
    }
    refreshTimes();
}

void ScriptModel::refreshTimes() {
    if (!desk_.isOpen() || rows_.empty()) return;
    const auto& g = desk_.guide();
    const auto timings = timingsOf(desk_.cut());
    std::map<BeatId, QVector<ScriptNote>> found;
    for (const auto& f : desk_.look().findings)
        if (f.beat && f.severity != Severity::Note)
            found[f.beat].push_back({QString::fromStdString(f.message), f.severity == Severity::Wrong});
    for (auto& [id, b] : beats_) {
        const auto* beat = beatWith(g, id);
        if (!beat) continue;
        b.said = asSaid(g, desk_.session().measured, id);
        b.words = QString::fromStdString(b.said.text);
        const auto t = timings.find(id);
        b.time = t == timings.end() ? BeatTiming{} : t->second;
        b.own = !beat->takes.empty();
        b.wave = waveOf(id);
        tellLevel(b, desk_.speeches().of(id, false));
        b.marks = marksOfSaid(desk_, id, b.said);
        b.notes = found[id];
        if (const auto told = editionNote(g, *beat); !told.isEmpty()) b.notes.push_back({told, false});
        if (b.own && !beat->takes.front().slips.empty()) {
            const auto& take = beat->takes.front();
            auto text = slipText(take.slips.front(), take.text);
            if (take.slips.size() > 1) text += tr(" \u00b7 and %1 more").arg(take.slips.size() - 1);
            b.notes.push_back({text, false});
        }
    }
    emit dataChanged(index(0, 0), index(rowCount() - 1, Columns - 1));
    emit relaid();
}

} // namespace hl
