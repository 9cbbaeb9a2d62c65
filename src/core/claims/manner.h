// SPDX-License-Identifier: GPL-3.0-or-later
// Words that tell how something is said: the lexicon behind stances.
#pragma once
#include "core/claims/pattern.h"

namespace hl::manner {

const Pattern& otherCase();       ///< Of another car, driver, day or case.
const Pattern& whateverTheySay(); ///< "whatever they tell you": what is said is one's own all the same.
const Pattern& asIfItWere();      ///< "had it rained, ...": at the beginning of a clause only
const Pattern& denial();          ///< The words deny it.
const Pattern& noDenial();        ///< They only look like a denial.
const Pattern& denialBehind();    ///< They deny what stands before them: "second would be wrong".
const Pattern& hedge();           ///< Not sure, before the value.
const Pattern& hedgeBehind();     ///< Not sure, behind it.
const Pattern& about();           ///< Right before a value that is only about right.
const Pattern& advice();          ///< Told to somebody.
const Pattern& imperative();      ///< A clause that begins with what to do.
const Pattern& notImperative();   ///< Begins with such a word, and is none: "brake pressure".
const Pattern& goesOnAsAdvice();  ///< What follows makes advice of a bare value.
const Pattern& description();     ///< Tells what is or was.
const Pattern& youAre();          ///< "You're in sixth" tells what is; "you brake" tells what to do.
const Pattern& looksAhead();      ///< stands before a bare value that is meant for the next lap
const Pattern& theyAndI();     ///< "others brake at the tree, I brake behind it": one group holds what is between them
const Pattern& myAdvice();     ///< "my advice would be to": no condition
const Pattern& plansFor();     ///< what follows is for a lap to come: "next time: "
const Pattern& adviceBehind(); ///< "brakes on at the post, please"; "eighty percent gets you the same"
const Pattern& iWouldSayDo();  ///< "I'd say brake at the board" is no doubt but advice
const Pattern& youWantIt();    ///< "it's the late apex you want"
const Pattern& iHaveTo();      ///< "I have to" is no advice.
const Pattern& fixedPhrase();  ///< Conditions and comparisons that are none.
const Pattern& asking();       ///< A question, though nobody wrote the mark.
const Pattern& takesBack();    ///< Between two values: "third, sorry, fourth".
const Pattern& iSaid();        ///< Before a value that a "but" takes back.
const Pattern& but();
const Pattern& notSo(); ///< A sentence behind, no more than that it should not be so: "don't."

// Patterns of words about another corner, with the marks of rules in them; a group holds the corner.
const char* atCorner();          ///< "in third at the Sluice"; "out of" it in a group before
const char* cornerAsSubject();   ///< "the Sluice is third"
const char* cornerMentioned();   ///< a clause that does no more: "earlier on, at the Sluice"
const Pattern& nextCorner();     ///< "in the next corner", "the one before this is": groups tell on and back, twice
const Pattern& cornersAway();    ///< "2 corners later": how many, and which way
const Pattern& onlyAway();       ///< a clause that says no more than that
const Pattern& predicateAlone(); ///< "the Sluice, up next, is second": who or what stands before

} // namespace hl::manner
