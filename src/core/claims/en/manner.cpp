// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/manner.h"

namespace hl::manner {

const Pattern& otherCase() {
    static const Pattern kPattern(
        R"(\b(?:if|unless|in case|provided|assuming|depending on|in the (?:wet|rain|snow|dark|damp|dry line)|(?:on|)"
        R"(in) (?:a |the )?(?:wet|damp|drying|cold|hot|cool|windy|rainy|green) (?:track|day|days|morning|evening|)"
        R"(surface|asphalt|tarmac|conditions|weather)|when(?:ever)? (?:it(?:'s| is)|it gets|things are) (?:wet|)"
        R"(raining|damp|cold|dark|windy|hot|slippery|greasy|dry)|when it rains|when it rained|(?:in )?(?:wet|damp|)"
        R"(cold|hot) (?:conditions|weather)|(?:on|with|when the|for) (?:the |a |an |fully |more |less )?(?:cold|)"
        R"(new|old|fresh|worn|used|wet|slick|hard|soft|softer|harder|intermediate|full|low|heavy|light|more|less|)"
        R"(race|qualifying|warm|hot|half|sticky|semi|better|stickier|good|decent|road|winter|rain|brand new|scrubbed|bigger|smaller) (?:tyres?|)"
        R"(tanks?|fuel|rubber|brakes|load|set|compound|slicks?|wets|trim|downforce|wing|tank|wear)|(?:with|on|for) the (?:short|long|tall|shorter|longer|taller|other|standard) (?:gearing|gears|gearbox|ratios?|diff|final drive|springs)|on (?:the |new |)"
        R"(old |fresh |used )?(?:slicks|wets|inters|intermediates|softs|hards|mediums)|when the (?:tyres?|brakes?|)"
        R"(track|car|tank|fuel|road|surface) (?:overheat|fade|(?:are|is|goes|gets|get|go|drop|start to go) (?:cold|)"
        R"(new|old|worn|wet|full|heavy|light|damp|hot|empty|low|off|gone|tired))|(?:cold|wet|worn|old|new|)"
        R"(fresh) tyres?|full tanks?|low fuel|(?:in|with|for) (?:the|a|an|my|your) (?:[a-z]+ ){0,2}(?:car|kart|)"
        R"(class|classes|van|truck|bike|motorbike|hatchback|saloon|prototype|gt|tourer|single seater|formula|one make|)"
        R"(rental|roadster|coupe|minibus|drive|setup)s?|(?:the|those|some|all|most) (?:fast|slow|other|faster|)"
        R"(slower|quick|quicker|big|bigger|small|smaller|lower|upper|gt|prototype|touring|top|turbo|lighter|)"
        R"(heavier|light|heavy|powerful|old|older|historic|modern|rear wheel drive|front wheel drive|)"
        R"(four wheel drive|local|pro|amateur|electric|diesel|previous|new|newer|works|junior|senior|second|b|a|)"
        R"(sports|brave|quickest|slowest) (?:class|classes|cars?|drivers?|ones?|lot|guys?|boys|girls|people|prototypes?|)"
        R"(chassis|engine|machines?|karts?|bikes?|field|tourers?|hatchbacks?|saloons?|version|pros?|kids|group|)"
        R"(layout)|the (?:diesels?|electrics?|hybrids?|turbos?|prototypes?|touring cars|gts?|gt cars|motorbikes|)"
        R"(bikes|karts|trucks|lorries|pros|professionals|formula cars|single seaters|hatchbacks|tourers|saloons|)"
        R"(rest of the field|others|leaders|brave|locals|amateurs)|(?:i|we)(?:'ve| have)? tried|(?:a|one) (?:mate|friend|pal|colleague|pupil|student) of mine|friends of mine|in (?:fog|mist|snow|sleet|hail|drizzle|heavy rain|rain)|with (?:a passenger|two up|an instructor|a pupil)|on the (?:short|long|old|new|other|national|full|club|big|little|inner|outer) (?:track|circuit|layout|loop|course)|(?:the|a) (?:van|truck|lorry|bus|tractor|ambulance|minibus|pace car|safety car|coach)(?:'s)?|(?:a|an) (?:diesel|electric|hybrid|beginner|novice|pro) (?:would|will|can|could|might)|tail ?enders?|(?:most|some|many|half|all|plenty) of us|(?:better|best|braver|good) (?:cars|drivers|people|pilots)|on an? (?:cooler|warmer|hotter|colder|wetter|drier|quieter|busier) (?:day|track|lap|morning|evening)|(?:a|an|any) (?:[a-z]+ )?(?:car|prototype|)"
        R"(touring car|gt car|motorbike|kart|truck|single seater|hatchback|tourer|saloon|van) (?:would|will|can|)"
        R"(could|needs?|takes?|is|does)|another (?:car|driver|day|class)|when(?:ever)? (?:it|the (?:wind|tyres?|)"
        R"(track|grip|fuel|sun|light|traffic|rubber|brakes?|road|engine|surface|air|tank|front|rear|car behind|)"
        R"(car ahead)|there|somebody|someone|others|they)(?:'s|'re)? (?:is|are|goes|go|gets|get|comes|come|has|)"
        R"(have|starts?|busy|wet|damp|dry|cold|hot|off)|when(?:ever)? it's (?:busy|crowded|quiet|late|green|new|)"
        R"(old)|once (?:the (?:fuel|tyres?|rubber|tank|track|brakes?)|it(?:'s| is) (?:dry|wet|warm|hot))|)"
        R"(after (?:rain|the rain|a shower|a safety car|the safety car|a pit stop|the stop|a spin)|in my (?:first|)"
        R"(early|second|old) (?:years?|seasons?|days|laps|car)|for (?:the race|qualifying|quali|a qualifying lap)|)"
        R"((?:the|a) (?:winning|fastest|record|pole|reference|previous|ideal) lap (?:was|is|had|has)|a (?:bigger|)"
        R"(better|stronger|smaller|different) (?:engine|gearbox|car|wing|diff)|some of the|there are (?:drivers|)"
        R"(people|those|some)|the (?:book|rulebook|manual|map|commentator|guidebook|old guide|sign) (?:says?|said|)"
        R"(has|shows?)|single seaters|at (?:another|other|a different) (?:tracks?|circuits?|places?)|when(?:ever)? there(?:'s| is| are) |(?:says|said) the (?:book|manual|map|guidebook|rulebook|sign)|according to|they (?:said|told)|(?:^ ?|, |but |and |while )some brake|people say|(?:people|folks?|everyone|everybody|newcomers|visitors) (?:lifts?|brakes?|turns?|goes|go|uses?|takes?|stays?|coasts?|apex|apexes)|in the dry season|at the old (?:circuit|track|layout)|)"
        R"(and you've (?:lost|gone|spun|thrown|run)|and you(?:'ll| will|'re) (?:spin|lock|miss|lose|run|crash|slide|apex early|off|in the gravel|)"
        R"(be in the gravel|be off|have lost)|(?:beginners?|novices|rookies|learners|pupils|pros|professionals|)"
        R"(locals|amateurs|heroes)(?: [a-z]+)?|some (?:do|use|take|lift|go|stay|keep|prefer|like|are|will|)"
        R"(would)|for some|on (?:monday|tuesday|wednesday|thursday|friday|saturday|sunday)s?|)"
        R"(before the (?:resurfacing|change|new)|until (?:last|the) (?:season|year|resurfacing|rules)|)"
        R"(the old (?:brake|braking|turn|apex|gear|line|track)(?: [a-z]+)?|(?:in|round) the other (?:direction|)"
        R"(way)|the other way round|in reverse|on an? (?:hot|flying|qualifying|cool|push|slow|race|banzai) lap|)"
        R"((?:rental|hire) (?:karts?|cars?)|most (?:will|would|need|lift|brake|use|take|prefer|want)|(?:fast|)"
        R"(faster|slow|slower|other|heavier|lighter|big|bigger|small|smaller|light|heavy|turbo|touring|gt|modern|)"
        R"(old|older|electric|single seat) (?:cars|drivers|karts|bikes|machines|prototypes)|(?:most|some|other|)"
        R"(many|few|lots of) (?:people|drivers|guys|cars|of them|pros|teams|folk)|others|(?:everyone|everybody|)"
        R"(people|they) (?:says?|tells?|thinks?)|everybody else|everyone else|somebody else|someone else|)"
        R"(team ?mate'?s?|yesterday|the day before|last (?:year|season|week|month|time|weekend|race|year's|)"
        R"(season's)|this morning|tomorrow|next (?:year|season|month)|in (?:the )?(?:race|qualifying|practice|)"
        R"(testing|quali|final|heats)(?: trim| pace)?|(?:on|during) (?:the|my|an?) (?:out|in|warm up|formation|)"
        R"(sighting|cool down|cooldown|qualifying|previous|other) lap|on lap (?:one|[0-9]+)|at night|at dusk|)"
        R"(after dark|in the morning|in winter|in summer|with a (?:[a-z]+ )?(?:tail|head|cross|following) ?wind|)"
        R"(with (?:the|a) wind|a following wind|a tailwind|a headwind|in traffic|in a train|behind (?:another|)"
        R"(a) (?:slower|car|kart)|with (?:someone|somebody) (?:ahead|in front|alongside)|(?:i|we|he|she|they|you|it|people|this|that|cars|drivers) (?:always |also )?used to|back then|)"
        R"(years ago|in the old days|(?:my|our|his|her) (?:brother|sister|father|mother|mum|grandmother|grandfather|grandad|gran|uncle|aunt|cousin|neighbour|boss|mechanic|husband|girlfriend|boyfriend|dad|engineer|friend|mate|coach|team|instructor|)"
        R"(son|daughter|wife|rival|student|pupil)|your (?:team ?mate|instructor)|with (?:damage|no aero|abs|)"
        R"(traction control|drs|push to pass)|if only|would be [a-z]+ if|(?:before|until) they (?:resurfaced|)"
        R"(changed)|the (?:leader|winner|record|pole man|pole lap)|)"
        R"((?:the|some|most|those|these|that|any|an?|another|every|many|few|lots of)(?: [a-z]+){0,2} (?:lads?|)"
        R"(guys?|fellows?|fellas?|blokes?|chaps?|boys|girls|folks?|racers?|rivals?|setups?|opponents?|regulars|)"
        R"(front runners?|back markers?|club racers?)|(?:the|a|an|that) (?:[a-z]+ )?(?:car|driver|man|woman|one|kart|)"
        R"(bike) (?:in front|ahead|behind|alongside|before me|after me|next to me)|(?:an?|the|your) (?:wet|rain|damp|cold|winter|night) (?:[a-z]+ )?)"
        R"((?:gear|line|apex|point|thing|option|race|choice)|(?:my|your|his|her|our) (?:road|street|daily|other|)"
        R"(old|family|company|track|race|last|next) (?:car|kart|bike|van))\b)");
    return kPattern;
}

const Pattern& denial() {
    static const Pattern kPattern(
        R"(\b(?:don't|do not|never|not|isn't|is not|wasn't|aren't|ain't|doesn't|does not|didn't|did not|won't|)"
        R"(can't|cannot|couldn't|shouldn't|should not|mustn't|needn't|need not|without|no need (?:to|for)|no (?:reason|point)(?: to| in)?|no way|nobody|tempted to|)"
        R"(temptation to|tempting to|urge to|thought about|thinking of|anything but|resist|neither|nor|mad to|)"
        R"(crazy to|daft to|foolish to|wouldn't|rather not|not a place to|no place to|isn't needed|nothing like|)"
        R"(rather than|instead of|forget|nowhere near|stop (?:using|taking|going|doing)|neither|no (?:longer|more)|)"
        R"(avoid|nobody (?:needs|uses|takes)|far from)\b)");
    return kPattern;
}

const Pattern& noDenial() {
    static const Pattern kPattern(
        R"(\b(?:not only|no less|neither pedal|neither of the pedals|never (?:leaves|left|leave|out of)|never (?:go |goes |went |drop |drops |dropped |fall |fell |get |got |)"
        R"(dip )?(?:below|under|above|over|beneath)|(?:don't|do not|not|doesn't|didn't|mustn't|shouldn't|)"
        R"(won't) (?:let it )?(?:ever )?(?:exceed|(?:go|drop|fall|get|dip|come|slow) (?:below|under|above|over|)"
        R"(beneath|past|beyond))|never exceed|not (?:much |a lot )?(?:more|less) than|no more than|never (?:more|)"
        R"(less) than|why not|no doubt|no problem|don't (?:forget|be afraid|worry|hesitate)|can't (?:go wrong|)"
        R"(miss)|if not|not (?:far|long)|not bad)\b)");
    return kPattern;
}

const Pattern& denialBehind() {
    static const Pattern kPattern(
        R"(^(?: [a-z]+)? (?:this|it|that) (?:is not|isn't|ain't)(?: ?\.| ?!| ?$)|^ ?,? (?:but )?(?:it|that) (?:isn't|is not|wasn't|doesn't|didn't)(?: ?\.| ?!| ?$)|)"
        R"(^ ?(?:won't|wouldn't|doesn't|never) (?:do|work|works)\b|^ ?(?:gear |braking |the brakes? |brakes? |(?:of|on) the brakes? |throttle )?(?:here |there |for this )?(?:would be|would|is|isn't|was|)"
        R"(wasn't) (?:simply |just |really )?(?:not (?:an option|possible|needed|necessary|allowed|on|enough)|)"
        R"(impossible|wrong|a mistake|pointless|no good|needed|out of the question|a bad idea|cost you|slower|)"
        R"(too (?:slow|fast|early|late|much|little|low|high|short|tall|tight))\b)");
    return kPattern;
}

const Pattern& hedge() {
    static const Pattern kPattern(
        R"(\b(?:maybe|perhaps|possibly|probably|i think|i thought|i guess|i'd (?:say|guess|reckon|imagine)|)"
        R"(i'd have said|i want to say|i would say|i reckon|i believe|i suppose|i feel like|somewhere (?:around|)"
        R"(near|about|in|between)|or so|ish|something like|might be|may be|might|could be|looks like|seems|sort of|)"
        R"(kind of|more or less|not sure|if i remember|as far as i (?:know|remember)|i'm guessing|at a guess|)"
        R"(presumably|apparently|it feels like|i want to say|or thereabouts|in the region of|likely|must be)\b)");
    return kPattern;
}

const Pattern& hedgeBehind() {
    static const Pattern kPattern(
        R"(^ ?,? (?:i (?:think|guess|believe|suppose|reckon|would say|imagine|assume)|i'd (?:say|guess|think)|)"
        R"(maybe|perhaps|probably|possibly|if i (?:remember|recall)|if memory|or so|or thereabouts|give or take|)"
        R"(i'm not (?:sure|certain)|not sure|hard to (?:tell|say)|i couldn't (?:hear|see|tell)|i wasn't (?:looking|)"
        R"(sure)|i can't (?:tell|say|remember)|don't quote me|to me$|as far as i|from memory|was it|at a guess|)"
        R"(roughly|ish\b)|^(?: [a-z']+){0,4} ?, (?:maybe not|i (?:think|guess|believe|suppose|reckon)|i'd (?:say|guess|think|reckon)|i'm not (?:sure|certain)|hard to (?:tell|say)|)"
        R"(if i (?:remember|recall)|don't quote me|from memory|or thereabouts|i wasn't looking))");
    return kPattern;
}

const Pattern& about() {
    static const Pattern kPattern(
        R"(\b(?:about|around|roughly|approximately|nearly|almost|just (?:under|over|about)|close to|a bit (?:over|)"
        R"(under|more than|less than)|or so|give or take|circa|some|near)(?: a| the)? *$)");
    return kPattern;
}

const Pattern& advice() {
    static const Pattern kPattern(
        R"(\b(?:should|ought|must|mustn't|shouldn't|have to|has to|need to|needs to|needs|want to|wants to|wanna|)"
        R"(next time|try|let's|make sure|you can|you could|you may|remember to|better|would like|i'd like|i want|)"
        R"(enough for you|is enough|meant to|supposed to|would do|would be enough|would be plenty|(?:i'd|i would) love|is fine|is okay|got to [a-z]|gotta|you'd|the aim|(?:should|could|ought to) have|i'd (?:rather|stay|)"
        R"(use|take|go|be|brake|lift|turn|keep|hold|carry|try|want|leave|aim)|(?:this|it|this one|the corner|)"
        R"(that) wants|aim (?:for|to|at)|target|ideally|the idea|the plan is|allowed|it pays|think of|)"
        R"(recommend|suggest|tell you|as i say|is plenty|will do|all you need|yours|ask for|go for|wait for|be patient|no less|no more)\b)");
    return kPattern;
}

const Pattern& imperative() {
    static const Pattern kPattern(
        R"(^ ?(?:(?:and|then|so|now|just|always|here|but|please|next time|from here|in here|at this point|again|)"
        R"(really|simply|only|you just|immediately|gently|slowly|instead|there|once you're there|or|well|okay|ok|)"
        R"(right|first|finally|straight away|once more|never|don't|do not|for now|at the apex|after that|ideally|)"
        R"(as you turn|today|for (?:[a-z]+ ){1,3}?) (?:, )?)*(?:brake|turn|lift|use|keep|take|stay|leave|let|hold|go|get|be|aim|put|)"
        R"(squeeze|roll|carry|hit|touch|kiss|clip|ride|stamp|press|push|ease|trail|coast|shift|drop|change|come|)"
        R"(wait|look|pick|give|run|miss|avoid|attack|feed|open|make|start|stop|release|bleed|apex|breathe|dab|stab|)"
        R"(tap|straighten|accelerate|stand|commit|finish|begin|think|listen|do|try|remember|bring|grab|select|)"
        R"(stick|stretch|don't|brush|trust|slow|delay|build|say|snatch|sling|snick|hop|mount|knock|click|bang|tap|)"
        R"(bury|nail|floor|straddle|straighten|attack|lick|short shift|downshift|upshift|double|use up|skim|graze|)"
        R"(steer|send|rotate|point|follow|forget|ignore|tickle|nudge|peel|swing|move|pull|throw|treat|climb|drift|)"
        R"(tuck|float|sweep|cut|head|work|dare|find|click|count|check|arrive|modulate)\b)");
    return kPattern;
}

const Pattern& notImperative() {
    static const Pattern kPattern(
        R"(^ ?(?:and |so |then |the )*(?:first (?:touch|part|bit)|brake (?:pressure|pedal|marker|point|peak|trace|)"
        R"(force|goes|comes|is|was|reading|markers|:)|trail braking (?:helps|is|works|does|makes|keeps|gets)|turn (?:in (?:is|comes|to)|in's|one|[0-9]+ (?:is|was))|apex (?:is|)"
        R"(speed|comes)|lift (?:is|comes)|work|exit (?:speed|is)|slow (?:hairpin|corner|left|right)|run off|)"
        R"(open (?:corner|left|right))\b)");
    return kPattern;
}

const Pattern& goesOnAsAdvice() {
    static const Pattern kPattern(
        R"(^ ?,? (?:brake|turn|lift|do not|don't|please|no less|nothing less|not an? [a-z]+ less|and no less)\b)");
    return kPattern;
}

const Pattern& description() {
    static const Pattern kPattern(
        R"(\b(?:i|i'm|i've|i'd|i'll|we|we're|we've|he|he's|she|she's|they|they're|my|it's|it is|its|is|was|are|)"
        R"(were|has|had|that's|this is|there's|here's|it|gets|goes|comes|takes|uses|keeps|lets|stays|brakes|turns|)"
        R"(lifts|runs|peaks|means|lap's|the car|did|does|got|took|went|braked|lifted|turned|used|kept|came|hit|ran|)"
        R"(peaked|held|carried|falls|reads|drops|shows|helps|works|dropped|touched|wheels? (?:run|go|ride|climb|hang|drop))\b)");
    return kPattern;
}

const Pattern& youAre() {
    static const Pattern kPattern(
        R"(\b(?:you're|you are|you will be|you'll be|you've|you arrive|you come (?:in|flying)|you get|you see|you(?:'ll| can| will)? (?:hear|notice)|you watch me)\b)");
    return kPattern;
}

const Pattern& looksAhead() {
    static const Pattern kPattern(
        R"(\b(?:next (?:time|lap)|please|ideally|more brakes?|less brakes?|brake (?:harder|softer|more|less))[a-z ]*[:,]? *$|)"
        R"(\b(?:should|need|needs|aim|try|want)[a-z ]*, *$)");
    return kPattern;
}

const Pattern& iWouldSayDo() {
    static const Pattern kPattern(R"(\bi'd say (?:brake|turn|use|take|try|lift|go|keep|leave|hold|aim|stay|shift)\b)");
    return kPattern;
}

const Pattern& youWantIt() {
    static const Pattern kPattern(R"(^ ?(?:that )?you (?:want|need|should)(?: here)?(?: \.| ,| !| ?$))");
    return kPattern;
}

const Pattern& iHaveTo() {
    static const Pattern kPattern(
        R"(\b(?:i|we|he|she|they)(?: really| just)? (?:have|has|had|need|needs|needed|want|wants|wanted|)"
        R"(ought)(?: to)?\b)");
    return kPattern;
}

const Pattern& fixedPhrase() {
    static const Pattern kPattern(
        R"(\b(?:(?:right|best|fine|fits?|suits?|works?) for (?:most|many|all) (?:people|of us|drivers|cars)|)"
        R"(if (?:you ask me|i remember|i recall|memory serves|you like|you will|anything|i'm honest|you look|)"
        R"(you watch|you listen|i'm not mistaken|that helps)|than (?:you'd|you would|you) (?:expect|think|want))\b)");
    return kPattern;
}

const Pattern& asking() {
    static const Pattern kPattern(
        R"(^ ?(?:(?:so|and|but|well|now) )?(?:do|does|did|is|are|was|were|can|could|would|should|will|have|)"
        R"(has) (?:you|we|i|it|that|this|he|she|they|the|there|anyone|anybody)\b.*\b(?:or|think|know|mean)\b|)"
        R"(^ ?(?:what|which|where|why|who|how|when) (?:gear|speed|is|are|was|do|does|did|would|should|about|much|)"
        R"(many|late|early|far|percentage)\b)");
    return kPattern;
}

const Pattern& takesBack() {
    static const Pattern kPattern(
        R"(^ *,? *(?:gear )?,? *(?:er|uh|um|well|oh)?,? *(?:sorry|no|i mean|i meant|or rather|rather|make that|)"
        R"(correction|no wait|wait|scratch that|strike that|excuse me|pardon)\b[ ,]*(?:no|i mean|it's|make that|)"
        R"(that's|in|at|sorry|,|to|about|the)*[ ,]*(?:i mean|it's|in|at|to|,)* *$)");
    return kPattern;
}

const Pattern& iSaid() {
    static const Pattern kPattern(R"(\b(?:i|we) (?:said|wrote|called it|say)(?: it was| it\'s)? *$)");
    return kPattern;
}

const Pattern& but() {
    static const Pattern kPattern(R"(^ ?,? but\b)");
    return kPattern;
}

const Pattern& notSo() {
    static const Pattern kPattern(
        R"(^ ?(?:please )?(?:don't|do not|resist|resist it|never|don't do it)(?: (?:\.|!|;|,)| *$))");
    return kPattern;
}

} // namespace hl::manner
