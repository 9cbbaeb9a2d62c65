// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/words/live_values.h"
#include "studio/document/desk.h"
#include "studio/stations/words/script_rows.h"
#include "studio/stations/words/word_marks.h"

#include <QAbstractTableModel>
#include <QVector>

namespace hl {

/// What stands under the words of a beat: what is wrong with them, or what a take says otherwise.
struct ScriptNote {
    QString text;
    bool wrong = false;
};

/// All that is drawn of a beat.
struct ScriptBeat {
    LiveText said;
    QString words; ///< as said
    bool own = false;
    QString level; ///< of that take, as it was spoken; said where it is too soft or clipped, too
    bool levelWrong = false;
    QVector<float> wave; ///< 0..1 of the take that is heard; empty: the scratch voice speaks
    QVector<ScriptNote> notes;
    QVector<WordMark> marks; ///< of `words`
    BeatTiming time;
};

/// The script as a table: at, words, cue, time.
class ScriptModel : public QAbstractTableModel {
    Q_OBJECT
  public:
    enum Column { At, Words, Cue, Time, Columns };
    ScriptModel(Desk& desk, QObject* parent);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;

    const ScriptRow& row(int r) const { return rows_[static_cast<std::size_t>(r)]; }
    const std::vector<ScriptRow>& rows() const { return rows_; }
    int rowOf(BeatId beat) const;         ///< -1: none
    int headingOf(CornerId corner) const; ///< -1: none
    const ScriptBeat& beat(int r) const;  ///< of a beat's row
    QString heading(int r) const;         ///< of another
    QString beside(int r) const;          ///< what stands behind a heading
    QString summary() const;              ///< of the whole guide
    void setLit(BeatId beat);
    BeatId lit() const { return lit_; }
    void refresh();
    void refreshTimes();

  signals:
    void relaid(); ///< other rows, or other heights

  private:
    const Beat* at(int r) const;
    QVector<float> waveOf(BeatId id) const;
    Desk& desk_;
    std::vector<ScriptRow> rows_;
    std::map<BeatId, ScriptBeat> beats_;
    mutable std::map<BeatId, std::pair<std::weak_ptr<const Sound>, QVector<float>>> waves_;
    BeatId lit_;
};

} // namespace hl
