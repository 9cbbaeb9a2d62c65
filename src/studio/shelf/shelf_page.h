// SPDX-License-Identifier: GPL-3.0-or-later
// What the studio shows without a guide: the guides made so far, new ones, the demo.
#pragma once
#include "studio/shelf/shelf_model.h"

#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>

class QProcess;

namespace hl {

class ShelfPage : public QWidget {
    Q_OBJECT
  public:
    explicit ShelfPage(Shelf& shelf, QWidget* parent = nullptr);
    void find(const QString& typed);
    void lookIn(const QStringList& roots) { shelf_.refresh(roots); } ///< for guides in these folders
    void say(const QString& text, bool wrong);
    QListView* desk() const { return desk_; }       ///< the cards
    QListView* earlier() const { return earlier_; } ///< the rows
    int shown() const { return deskModel_->rowCount() + earlierModel_->rowCount(); }

  signals:
    void guideWanted(const QString& folder);
    void newGuideWanted();
    void openWanted();
    void said(const QString& text, bool wrong);

  protected:
    void resizeEvent(QResizeEvent* e) override;
    void showEvent(QShowEvent* e) override;
    bool eventFilter(QObject* watched, QEvent* e) override; ///< keys of the two views

  private:
    QWidget* buildHead();
    QWidget* buildInvitation();
    QListView* view(ShelfModel* model, QAbstractItemDelegate* delegate, const QString& name);
    void fill();
    void choose(const GuideCard& card);
    void menu(const GuideCard& card, const QPoint& at);
    void point(const GuideCard& card);
    void makeDemo();
    Shelf& shelf_;
    ShelfModel *deskModel_, *earlierModel_;
    QLineEdit* search_;
    QListView *desk_, *earlier_;
    QLabel *head_, *earlierHead_, *none_, *message_, *inviting_, *about_;
    QWidget *paper_, *invitation_;
    QPushButton* demo_;
    QProcess* making_ = nullptr;
};

/// Where the demo guide is made; and the headless command that came with this program.
QString demoFolder();

} // namespace hl
