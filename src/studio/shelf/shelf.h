// SPDX-License-Identifier: GPL-3.0-or-later
// The guides that were made so far, as the almanac has them and as their folders are now. Windows show it; it knows
// none.
#pragma once
#include "store/almanac.h"
#include "studio/document/tasks.h"

#include <QImage>

namespace hl {

class Shelf : public QObject {
    Q_OBJECT
  public:
    Shelf(Tasks& tasks, QObject* parent = nullptr);
    void refresh();                         ///< at once from the almanac, then from the folders, both in the background
    void refresh(const QStringList& roots); ///< and what is found under these
    const std::vector<GuideCard>& cards() const { return cards_; }
    bool isRead() const { return read_; }      ///< false until the almanac was read for the first time
    QImage still(const GuideCard& card) const; ///< null until it was loaded, and where there is none
    void remember(const QString& folder);      ///< it was opened or saved
    void takeOff(const QString& folder);       ///< the guide itself stays where it is
    /// The guide finds its moved file here, and others beside it.
    void point(const QString& folder, const MovedFile& moved, const QString& to);

  signals:
    void changed();
    void said(const QString& text, bool wrong);

  private:
    struct Answer {
        std::vector<GuideCard> cards;
        std::map<std::string, QImage> stills; ///< by the still's file
        QString trouble;
    };
    static Answer withStills(std::vector<GuideCard> cards);
    void take(Answer answer);
    template <class Work> void change(Work work);
    Tasks& tasks_;
    std::vector<GuideCard> cards_;
    std::map<std::string, QImage> stills_;
    QStringList roots_; ///< still to be looked through
    bool read_ = false;
};

} // namespace hl
