// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/manner.h"

namespace hl::manner {

const Pattern& otherCase() {
    static const Pattern kPattern(
        R"(\b(?:(?:he|she|they) (?:got|gets|get|had|have|has) (?:it|this|that) (?:all |completely |totally |so |quite )?wrong|if|unless|in case|provided|assuming|depending on|in the (?:wet|rain|snow|dark|damp|dry line)|(?:on|)"
        R"(in) (?:a |the )?(?:wet|damp|drying|cold|hot|cool|windy|rainy|green) (?:track|day|days|morning|evening|)"
        R"(surface|asphalt|tarmac|conditions|weather)|when(?:ever)? (?:it(?:'s| is)|it gets|things are) (?:wet|)"
        R"(raining|damp|cold|dark|windy|hot|slippery|greasy|dry)|when it rains|when it rained|(?:in )?(?:wet|damp|)"
        R"(cold|hot) (?:conditions|weather)|(?:on|with|when the|for) (?:the |a |an |fully |more |less )?(?:cold|new|)"
        R"(old|fresh|worn|used|wet|slick|hard|soft|softer|harder|intermediate|full|low|heavy|light|more|less|race|)"
        R"(qualifying|warm|hot|half|sticky|semi|better|stickier|good|decent|road|winter|rain|brand new|scrubbed|)"
        R"(bigger|smaller) (?:tyres?|tanks?|fuel|rubber|brakes|load|set|compound|slicks?|wets|trim|downforce|wing|)"
        R"(tank|wear)|(?:with|on|for) the (?:short|long|tall|shorter|longer|taller|other|standard) (?:gearing|gears|)"
        R"(gearbox|ratios?|diff|final drive|springs)|on (?:the |new |old |fresh |used )?(?:slicks|wets|inters|)"
        R"(intermediates|softs|hards|mediums)|when the (?:tyres?|brakes?|track|car|tank|fuel|road|surface) )"
        R"((?:overheat|fade|(?:are|is|goes|gets|get|go|drop|start to go) (?:cold|new|old|worn|wet|full|heavy|light|)"
        R"(damp|hot|empty|low|off|gone|tired))|(?:cold|wet|worn|old|new|fresh) tyres?|full tanks?|low fuel|(?:in|)"
        R"(with|for) (?:the|a|an|my|your) (?:[a-z]+ ){0,2}(?:car|kart|class|classes|van|truck|bike|motorbike|)"
        R"(hatchback|saloon|prototype|gt|tourer|single seater|one make|rental|formula|roadster|coupe|minibus|wheel drive|)"
        R"(setup)s?|(?:the|those|some|all|most) (?:fast|slow|other|faster|slower|quick|quicker|big|bigger|small|)"
        R"(smaller|lower|upper|gt|prototype|touring|top|turbo|lighter|heavier|light|heavy|powerful|old|older|)"
        R"(historic|modern|rear wheel drive|front wheel drive|four wheel drive|local|pro|amateur|electric|diesel|)"
        R"(previous|new|newer|works|junior|senior|second|b|a|sports|brave|quickest|slowest) (?:class|classes|cars?|)"
        R"(drivers?|ones?|lot|guys?|boys|girls|people|prototypes?|chassis|engine|machines?|karts?|bikes?|field|)"
        R"(tourers?|hatchbacks?|saloons?|version|pros?|kids|group|layout)|the (?:diesels?|electrics?|hybrids?|)"
        R"(turbos?|prototypes?|touring cars|gts?|gt cars|motorbikes|bikes|karts|trucks|lorries|pros|professionals|)"
        R"(formula cars|single seaters|hatchbacks|tourers|saloons|rest of the field|others|leaders|brave|locals|)"
        R"(amateurs)|(?:i|we)(?:'ve| have)? tried|(?:the|its|his|her) (?:previous|former|last|next|first) owner|before (?:i|we) (?:changed|fitted|had|bought|got|knew|learned|learnt|moved|switched|put|swapped|lowered|stiffened|softened)|(?:i|we)(?: would|'d) love to|(?:would|would've|will|might|could) (?:have )?(?:put|puts|send|sent|throw|thrown|spit|push|pushed|leave|land|landed|drop|tip|tipped|spin|spun) (?:you|me|us|him|anyone|anybody)|[a-z]+'s (?:old|other|new|little|first) (?:[a-z]+ )?(?:car|saloon|hatchback|kart|coupe|estate|racer|single seater|bike|van)|(?:a|one) (?:mate|friend|pal|colleague|pupil|student) of mine|)"
        R"(friends of mine|after (?:a|the|one) (?:pit stop|stop|restart|night of rain|storm|safety car|puncture)|)"
        R"((?:my|our|his|her|your) (?:first|second|last|early|rookie) (?:years?|seasons?|visits?|days?|attempts?)|in )"
        R"(the (?:cold|heat|fog|mist|snow|frost)|when(?:ever)? the (?:track|surface|road|tyres?|tarmac|car|circuit) )"
        R"((?:was|were)|without (?:the |a |any |its |my )?(?:wings?|diffuser|spoiler|skirts|turbo|aero|splitter|abs|downforce|diff|ballast|power steering)|on )"
        R"(an? (?:motorbike|bike|superbike|scooter|motorcycle)|(?:the|our|their|some|most|many|those|these) )"
        R"((?:[a-z]+ ){0,2}(?:cars|drivers|karts|bikes|trucks|lorries|vans|classes|machines|teams|racers|riders|)"
        R"(pilots|pros|saloons|hatchbacks|tourers|prototypes|single seaters)|(?:our|their|his|her|the) (?:second|)"
        R"(third|other|new|young|reserve|fastest|quicker) driver|supposing|suppose (?:the|it|you|we|i|that|there|)"
        R"(somebody)|should (?:it|the [a-z]+) (?:rain|drizzle|pour|snow|be|start|get|come|go|fade|lock)|when(?:ever)? the (?:fuel|tank|)"
        R"(tyres?|track|wind|sun|brakes?|grip|air|temperature|weight|light|engine|rubber|surface|road|rain|traffic|)"
        R"(car ahead)(?:'s|'re) [a-z]+|years back|back when|back in (?:my|those|[0-9]+|the (?:[0-9]+s|days?|old|early|late|spring|summer|autumn|winter|nineties|eighties))|when (?:i|we|he|she) (?:was|were|had|drove|raced|)"
        R"(started|first)|in (?:those|my younger|the early|the old) days|at the time|before the (?:chicane|bypass|)"
        R"(rebuild|new)|on the old (?:surface|tarmac|asphalt|layout|line|tyres)|(?:for|in|during) (?:the|a|an|that|)"
        R"(our|last|their) (?:[a-z]+ )?(?:race|session|event|heat|stint|simulator|sim|game|test day|endurance|)"
        R"(sprint)|in (?:the )?(?:simulator|sim)|with (?:the |new |old |fresh )?(?:slicks|wets|rain tyres|inters|)"
        R"(softs|hards|semi slicks)|(?:their|his|her) (?:data|trace|log|telemetry|numbers|figures|onboard|speeds?)|)"
        R"((?:guides?|books?|forums?|videos?|others|someone|somebody) (?:will |would |may )?(?:tells?|says?|claims?|)"
        R"(suggests?|recommends?|swears?)|in (?:fog|mist|snow|sleet|hail|drizzle|heavy rain|rain)|with (?:a )"
        R"(passenger|two up|an instructor|a pupil)|on the (?:reversed?|alternative|short|long|old|new|other|national|)"
        R"(full|club|big|little|inner|outer) (?:track|circuit|layout|loop|course)|(?:the|a) (?:van|truck|lorry|bus|)"
        R"(tractor|ambulance|minibus|pace car|safety car|coach)(?:'s)?|(?:a|an) (?:diesel|electric|hybrid|beginner|)"
        R"(novice|pro) (?:would|will|can|could|might)|tail ?enders?|(?:most|some|many|half|all|plenty) of us|)"
        R"((?:better|best|braver|good) (?:cars|drivers|people|pilots)|on an? (?:cooler|warmer|hotter|colder|wetter|)"
        R"(drier|quieter|busier) (?:day|track|lap|morning|evening)|(?:a|an|any) (?:[a-z]+ )?(?:car|prototype|touring )"
        R"(car|gt car|motorbike|kart|truck|single seater|hatchback|tourer|saloon|van) (?:would|will|can|could|needs?|)"
        R"(takes?|is|does|doesn't|won't|wouldn't|can't)|another (?:car|driver|day|class)|when(?:ever)? (?:it|the (?:wind|tyres?|track|grip|fuel|)"
        R"(sun|light|traffic|rubber|brakes?|road|engine|surface|air|tank|front|rear|car behind|car ahead)|there|)"
        R"(somebody|someone|others|they)(?:'s|'re)? (?:is|are|goes|go|gets|get|comes|come|has|have|starts?|busy|wet|)"
        R"(damp|dry|cold|hot|off)|when(?:ever)? it's (?:busy|crowded|quiet|late|green|new|old)|once (?:the (?:fuel|)"
        R"(tyres?|rubber|tank|track|brakes?)|it(?:'s| is) (?:dry|wet|warm|hot))|after (?:rain|the rain|a shower|a )"
        R"(safety car|the safety car|a pit stop|the stop|a spin)|in my (?:first|early|second|old) (?:years?|seasons?|)"
        R"(days|laps|car)|for (?:the race|qualifying|quali|a qualifying lap)|(?:the|a) (?:winning|fastest|record|)"
        R"(pole|reference|previous|ideal) lap (?:was|is|had|has)|a (?:bigger|better|stronger|smaller|different) )"
        R"((?:engine|gearbox|car|wing|diff)|some of the|there are (?:drivers|people|those|some)|the (?:book|rulebook|)"
        R"(manual|map|commentator|guidebook|old guide|sign) (?:says?|said|has|shows?)|single seaters|at (?:another|)"
        R"(other|a different) (?:tracks?|circuits?|places?)|when(?:ever)? there(?:'s| is| are) |(?:says|said) the )"
        R"((?:book|manual|map|guidebook|rulebook|sign)|according to|they (?:said|told)|some brake (?:at|before|after|)"
        R"(by|later|earlier|here|for|hard|early|late)|people say|(?:people|folks?|everyone|everybody|newcomers|)"
        R"(visitors) (?:lifts?|brakes?|turns?|goes|go|uses?|takes?|stays?|coasts?|apex|apexes)|in the dry season|at )"
        R"(the old (?:circuit|track|layout)|and you've (?:lost|gone|spun|thrown|run)|and you(?:'ll| will|'re) )"
        R"((?:spin|lock|miss|lose|run|crash|slide|apex early|off|in the gravel|be in the gravel|be off|have lost)|)"
        R"((?:beginners?|novices|rookies|learners|pupils|pros|professionals|locals|amateurs|heroes)(?: [a-z]+)?|some )"
        R"((?:do|use|take|lift|go|stay|keep|prefer|like|are|will|would)|for some|on (?:monday|tuesday|wednesday|)"
        R"(thursday|friday|saturday|sunday)s?|before the (?:resurfacing|change|new)|until (?:last|the) (?:season|)"
        R"(year|resurfacing|rules)|the old (?:brake|braking|turn|apex|gear|line|track)(?: [a-z]+)?|(?:in|round) the )"
        R"(other (?:direction|way)|the other way round|in reverse|on an? (?:hot|flying|qualifying|cool|push|slow|)"
        R"(race|banzai) lap|(?:rental|hire) (?:karts?|cars?)|most (?:will|would|need|lift|brake|use|take|prefer|)"
        R"(want)|(?:fast|faster|slow|slower|other|heavier|lighter|big|bigger|small|smaller|light|heavy|turbo|touring|)"
        R"(gt|modern|old|older|electric|single seat) (?:cars|drivers|karts|bikes|machines|prototypes)|(?:most|some|)"
        R"(other|many|few|lots of) (?:people|drivers|guys|cars|of them|pros|teams|folk)|others|(?:everyone|everybody|)"
        R"(people|they) (?:says?|tells?|thinks?)|everybody else|everyone else|somebody else|someone else|team )"
        R"(?mate'?s?|yesterday|the day before|last (?:session|run|stint|outing|event|summer|winter|spring|autumn|year|season|week|month|time|weekend|race|year's|season's)|this )"
        R"(morning|tomorrow|next (?:year|season|month)|in (?:the )?(?:race|qualifying|practice|testing|quali|final|)"
        R"(heats)(?: trim| pace)?|(?:on|during) (?:the|my|an?|your|our) (?:outlap|inlap|warmup|cooldown)|(?:on|during) (?:the|my|an?) (?:out|in|warm up|formation|sighting|cool down|)"
        R"(cooldown|qualifying|previous|other) lap|on lap (?:one|[0-9]+)|at night|at dusk|after dark|in the morning|)"
        R"(in winter|in summer|with a (?:[a-z]+ )?(?:tail|head|cross|following) ?wind|with (?:the|a) wind|a )"
        R"(following wind|a tailwind|a headwind|(?:super|motor)?bikes|sidecars|karts|lorries|trucks|hatchbacks|prototypes|drivers|(?:everyone|everybody) [a-z]+s|(?:after|once|when|until) they(?:'ve| have)|came (?:out|off|back|home) (?:backwards|sideways|on (?:a|the) (?:trailer|truck|flatbed))|the (?:braver|better|best|keen|keener|worst|wiser) ones|in traffic|in a train|behind (?:another|a) (?:slower|car|kart)|with )"
        R"((?:someone|somebody) (?:ahead|in front|alongside)|(?:i|we|he|she|they|you|it|people|this|that|cars|)"
        R"(drivers) (?:always |also )?used to|back then|years ago|in the old days|(?:my|our|his|her) (?:co ?driver|)"
        R"(passenger|navigator|team ?mates?|trainer|brother|sister|father|mother|mum|grandmother|grandfather|grandad|)"
        R"(gran|uncle|aunt|cousin|neighbour|boss|mechanic|husband|girlfriend|boyfriend|dad|engineer|friend|mate|)"
        R"(coach|team|instructor|son|daughter|wife|rival|student|pupil)|your (?:team ?mate|instructor)|with )"
        R"((?:damage|no aero|abs|traction control|drs|push to pass)|if only|would be [a-z]+ if|(?:before|until) they )"
        R"((?:resurfaced|changed)|the (?:leader|winner|record|pole man|pole lap)|the (?:[a-z]+ )*(?:record holder|champion)|imagine|one day (?:i|it|you|we)(?:'ll| will)|some (?:say|says|swear|argue|think|claim)|they(?:'ve got|'re (?:braking|using|doing|taking)| (?:have|use|take|brake|lift|carry|reach|get|do)) |(?:he|she|they)(?:'d|'s| would| will)?(?: always| often| never)? (?:tell|tells|told|say|says|said|reckons?|reckoned|claims?|claimed|swears?|swore|insists?|insisted|thinks)(?: me| us)?|i wish|wish i|(?:you'll|you may|you might|you) (?:read|hear) |rumour|give (?:me|us|it) (?:another|more|a bit more|some)|in (?:[a-z]+ )?(?:races|sprints|trackdays|track days)|one day (?:somebody|someone|he|she|we)|(?:the|his|her|an?|this|that) (?:onboard|video|footage|clip) (?:from|of|by) [a-z]+|(?:on|in) (?:the |a |my )?(?:sim|simulator|game)|and you(?:'ll| will|'re| are)(?: be)? (?:on the (?:grass|gravel|paint|dirt|marbles)|in the (?:gravel|wall|fence|barrier|tyres|trees|field)|off|into the|over the|parked|sideways|backwards|facing)|once and (?:i |we |he |it |the car )*(?:went|ended|ran|spun|span|finished|lost|hit|flew|paid|nearly)|if (?:you|i|we|he)(?:'ve| have|'d)? (?:got |have |had )(?:the |enough |more |any |a )*(?:downforce|grip|tyres?|power|aero|nerve|courage|wing|engine|confidence|bravery|talent)|(?:the|some|most|those|these|that|)"
        R"(any|an?|another|every|many|few|lots of)(?: [a-z]+){0,2} (?:lads?|guys?|fellows?|fellas?|blokes?|chaps?|)"
        R"(boys|girls|folks?|racers?|rivals?|setups?|opponents?|regulars|front runners?|back markers?|club racers?)|)"
        R"((?:the|a|an|that) (?:[a-z]+ )?(?:car|driver|man|woman|one|kart|bike) (?:in front|ahead|behind|alongside|)"
        R"(before me|after me|next to me)|(?:an?|the|your) (?:wet|rain|damp|cold|winter|night) (?:[a-z]+ )?(?:gear|)"
        R"(line|apex|point|thing|option|race|choice)|(?:my|your|his|her|our) (?:road|street|daily|other|old|family|)"
        R"(company|track|race|last|next) (?:car|kart|bike|van)|(?:my|our|his|her|your) (?:old|last|other|previous) (?:engine|gearbox|tyres|set[- ]?up|wing|diff|brakes|pads|box|springs))\b)");
    return kPattern;
}

const Pattern& whateverTheySay() {
    static const Pattern kPattern(
        R"(\b(?:whatever|no matter what) (?:they|people|anybody|anyone|others|he|the [a-z]+) (?:may |might |will )?(?:tells?|says?|thinks?|claims?)\b)");
    return kPattern;
}

const Pattern& asIfItWere() {
    static const Pattern kPattern(
        R"((?:^ ?|, |; |but |and )(?:had|were) (?:it|you|we|i|they|there|he|she|the [a-z]+) (?:been |to |not |a |dry|wet|damp|cold|)"
        R"(hot|raining|more|less|faster|slower|any|[a-z]+ed|had|gone|come|got))");
    return kPattern;
}

const Pattern& denial() {
    static const Pattern kPattern(
        R"(\b(?:don't|do not|never|not|isn't|is not|wasn't|aren't|ain't|doesn't|does not|didn't|did not|won't|can't|)"
        R"(cannot|couldn't|shouldn't|should not|mustn't|needn't|need not|without|no need (?:to|for)|no (?:reason|)"
        R"(point)(?: to| in)?|no way|nobody|hardly (?:anyone|anybody)|(?:very )?few (?:people|drivers)|nothing (?:would|will|could) (?:make|get|persuade|tempt)|you (?:could|might|may) (?:swear|think)|anyone would (?:think|say|swear)|tempted to|temptation to|tempting to|urge to|you'd (?:think|swear|guess|have thought)|you would (?:think|have thought)|thought about|thinking of|)"
        R"(anything but|resist|neither|nor|mad to|crazy to|daft to|foolish to|wouldn't|rather not|not a place to|i doubt|no )"
        R"(place to|isn't needed|nothing like|rather than|instead of|forget|nowhere near|stop (?:using|taking|going|)"
        R"(doing)|neither|no (?:longer|more)|avoid|nobody (?:needs|uses|takes)|far from)\b)");
    return kPattern;
}

const Pattern& noDenial() {
    static const Pattern kPattern(
        R"(\b(?:not only|nobody (?:believes|thinks|told|tells|warns|mentions)|no less|neither pedal|neither of the pedals|never (?:see|find|make|reach) (?:a|an|the|your|that)|never (?:leaves|left|leave|out of)|never (?:go |)"
        R"(goes |went |drop |drops |dropped |fall |fell |get |got |dip )?(?:below|under|above|over|beneath|past|beyond)|(?:don't|)"
        R"(do not|not|doesn't|didn't|mustn't|shouldn't|won't) (?:let it )?(?:ever )?(?:exceed|(?:go|drop|fall|get|)"
        R"(dip|come|slow) (?:below|under|above|over|beneath|past|beyond))|never exceed|not (?:much |a lot )?(?:more|)"
        R"(less) than|no more than|never (?:more|less) than|why not|no doubt|no problem|don't (?:forget|be afraid|)"
        R"(worry|hesitate)|can't (?:go wrong|miss)|if not|not (?:far|long)|not bad)\b)");
    return kPattern;
}

const Pattern& denialBehind() {
    static const Pattern kPattern(
        R"(^ ?(?:in the dry |with new tyres )*, not (?:today|any ?more|now)\b|^(?: [a-z]+)? (?:this|it|that) (?:is not|isn't|ain't)(?: ?\.| ?!| ?$)|^(?: here| there| would do| will do| works| is enough)? ?,? (?:but |and )?(?:it|that|i|we|you) (?:isn't|)"
        R"(is not|wasn't|weren't|doesn't|does not|did not|do not|didn't|don't|aren't|won't|will not)(?: ?\.| ?!| ?$)|^ ?(?:won't|wouldn't|doesn't|never) (?:do|work|works)\b|^ )"
        R"(?(?:gear |braking |the brakes? |brakes? |(?:of|on) the brakes? |throttle )?(?:here |there |for this )"
        R"()?(?:would be|would|is|isn't|was|wasn't) (?:simply |just |really |much |far |way |a bit |a little )?(?:not (?:an option|possible|needed|)"
        R"(necessary|allowed|on|enough)|impossible|wrong|a mistake|pointless|no good|needed|out of the question|a )"
        R"(bad idea|cost you|slower|too (?:slow|fast|early|late|much|little|low|high|short|tall|tight))\b)");
    return kPattern;
}

const Pattern& hedge() {
    static const Pattern kPattern(
        R"(\b(?:maybe|perhaps|possibly|probably|could've been|could have been|may have been|might've been|must've been|seems like|seemed like|i think|i thought|i guess|i'd (?:say|guess|reckon|imagine)|)"
        R"(i'd have said|i want to say|i would say|i reckon|i believe|i suppose|i feel like|somewhere (?:around|)"
        R"(near|about|in|between)|or so|ish|something like|might be|may be|might|could be|looks like|seems|sort of|)"
        R"(kind of|more or less|not sure|if i remember|as far as i (?:know|remember)|i'm guessing|at a guess|)"
        R"(presumably|apparently|it feels like|i want to say|or thereabouts|in the region of|likely|must be)\b)");
    return kPattern;
}

const Pattern& hedgeBehind() {
    static const Pattern kPattern(
        R"(^ ?,? (?:i (?:think|guess|believe|suppose|reckon|would say|imagine|assume)|i'd (?:say|guess|think)|maybe|)"
        R"(perhaps|probably|possibly|if i (?:remember|recall)|if memory|or so|or thereabouts|give or take|i'm not )"
        R"((?:sure|certain)|not sure|hard to (?:tell|say)|i couldn't (?:hear|see|tell)|i wasn't (?:looking|sure)|i )"
        R"(can't (?:tell|say|remember)|don't quote me|to me$|as far as i|from memory|was it|at a guess|roughly|)"
        R"(ish\b)|^(?: [a-z']+){0,4} ?, (?:maybe not|i (?:think|guess|believe|suppose|reckon)|i'd (?:say|guess|think|)"
        R"(reckon)|i'm not (?:sure|certain)|hard to (?:tell|say)|if i (?:remember|recall)|don't quote me|from memory|)"
        R"(or thereabouts|i wasn't looking))");
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
        R"(enough for you|is enough|meant to|supposed to|would do|would be enough|would be plenty|(?:i'd|i would) )"
        R"(love|is fine|is okay|is there to be (?:used|taken)|to (?:chase|aim for)|if i (?:were|was) you|you(?:'ve| have)(?: got)? (?:until|till)|you (?:could|can|may) (?:go|wait|hold on) (?:to|till|until)|you're (?:after|looking for)|got to [a-z]|gotta|you'd|the aim|(?:should|could|ought to) have|i'd (?:rather|stay|)"
        R"(use|take|go|be|brake|lift|turn|keep|hold|carry|try|want|leave|aim)|(?:this|it|this one|the corner|that) )"
        R"(wants|aim (?:for|to|at)|target|ideally|the idea|the plan is|allowed|it pays|would pay|worth (?:leaving|using|trying|braking|taking)|think of|recommend|suggest|)"
        R"(tell you|my (?:advice|tip|suggestion|recommendation)|as i say|is plenty|will do|all you need|yours|ask for|go for|wait for|be patient|(?:will|would) (?:pull|work|make it|be (?:fine|quicker|better|faster))|(?:what|that) (?:works|would work|will work)(?: best| better)?(?: here)? is|better off|you've got [a-z0-9%. ]+ available|as far as|no less|no )"
        R"(more)\b)");
    return kPattern;
}

const Pattern& imperative() {
    static const Pattern kPattern(
        R"(^ ?(?:(?:and|then|so|now|just|always|here|but|please|next time|from here|in here|at this point|again|)"
        R"(really|simply|only|you just|immediately|gently|slowly|instead|there|once you're there|or|well|okay|ok|)"
        R"(right|first|finally|straight away|once more|never|don't|do not|for now|at the apex|after that|ideally|as )"
        R"(you turn|today|for (?:[a-z]+ ){1,3}?) (?:, )?)*(?:brake|turn|lift|use|keep|take|stay|leave|let|hold|go|)"
        R"(get|be|aim|put|squeeze|roll|carry|hit|touch|kiss|clip|ride|stamp|press|push|ease|trail|coast|shift|drop|)"
        R"(change|come|wait|look|pick|give|run|miss|avoid|attack|feed|open|make|start|stop|release|bleed|apex|)"
        R"(breathe|dab|stab|tap|straighten|accelerate|stand|commit|finish|begin|think|listen|do|try|remember|bring|)"
        R"(grab|select|stick|stretch|don't|brush|trust|slow|delay|build|say|snatch|sling|snick|hop|mount|knock|click|)"
        R"(bang|tap|bury|nail|floor|straddle|straighten|attack|lick|short shift|late apex it|early apex it|late it|downshift|upshift|double|use up|skim|)"
        R"(graze|steer|send|rotate|point|follow|forget|ignore|tickle|nudge|peel|swing|move|pull|throw|treat|climb|)"
        R"(drift|tuck|float|sweep|cut|head|work|dare|find|click|count|check|arrive|modulate)\b)");
    return kPattern;
}

const Pattern& notImperative() {
    static const Pattern kPattern(
        R"(^ ?(?:and |so |then |the )*(?:give or take|first (?:touch|part|bit)|brake (?:pressure|pedal|marker|point|)"
        R"(peak|trace|force|goes|comes|is|was|reading|markers|:)|trail braking (?:helps|is|works|does|makes|keeps|)"
        R"(gets)|turn (?:in (?:is|comes|to)|in's|one|[0-9]+ (?:is|was))|apex (?:is|speed|comes)|lift (?:is|comes)|)"
        R"(work|exit (?:speed|is)|slow (?:hairpin|corner|left|right)|run off|open (?:corner|left|right))\b)");
    return kPattern;
}

const Pattern& goesOnAsAdvice() {
    static const Pattern kPattern(
        R"(^ ?,? (?:brake|turn|lift|do not|don't|please|no less|nothing less|not an? [a-z]+ less|and no less)\b)");
    return kPattern;
}

const Pattern& description() {
    static const Pattern kPattern(
        R"(\b(?:i|i'm|i've|i'd|i'll|we|we're|we've|he|he's|she|she's|they|they're|my|it's|it is|its|is|was|are|were|)"
        R"(has|had|that's|this is|there's|here's|it|gets|goes|comes|takes|uses|keeps|lets|stays|brakes|turns|lifts|)"
        R"(runs|peaks|means|lap's|the car|did|does|got|took|went|braked|lifted|turned|used|kept|came|hit|ran|peaked|)"
        R"(held|carried|falls|reads|drops|shows|helps|works|dropped|touched|wheels? (?:run|go|ride|climb|hang|)"
        R"(drop))\b)");
    return kPattern;
}

const Pattern& youAre() {
    static const Pattern kPattern(
        R"(\b(?:you're|you are|you will be|you'll be|you've|you arrive|you come (?:in|flying)|you get|you see|)"
        R"(you(?:'ll| can| will)? (?:hear|notice)|you watch me)\b)");
    return kPattern;
}

const Pattern& looksAhead() {
    static const Pattern kPattern(
        R"(\b(?:next (?:time|lap)|please|ideally|(?:more|less|softer|harder) (?:brakes?|pedal|pressure|foot)|brake (?:harder|softer|more|less))[a-z ]*[:,]? *$|)"
        R"(\b(?:should|need|needs|aim|try|want|could|might|must|my (?:advice|tip|suggestion))[a-z ]*[,:] *$)");
    return kPattern;
}

const Pattern& theyAndI() {
    static const Pattern kPattern(
        R"(^ ?(?:(?:the|most|some|all the|many|half the) )?(?:others|they|some|people|everyone|everybody|most|rest|he|she|)"
        R"(you)\b[^,]*( , )(?:i|i'm|we|we're|me|us) |^ ?(?:my|our|the) [a-z ]+ (?:says|said|shouts|screams|wants|thinks|)"
        R"(waves|prays|laughs|swears)\b[^,]*?( and )(?:i|i'm|we|we're) )");
    return kPattern;
}

const Pattern& myAdvice() {
    static const Pattern kPattern(
        R"(\b(?:my|our) (?:own )?(?:advice|tip|suggestion|recommendation)[a-z ]{0,12} (?:would be|is|was)(?: to)?\b)");
    return kPattern;
}

const Pattern& plansFor() {
    static const Pattern kPattern(
        R"((?:^ ?|[.;,] )(?:(?:a|the|my|your|our|for|for the) )*(?:better lap|next lap|next time|homework|target|plan|goal|to try|try this|do this|ideal lap|what you should do|what i'd do|what to do|what to try)[a-z ]{0,20} : )");
    return kPattern;
}

const Pattern& adviceBehind() {
    static const Pattern kPattern(
        R"(^(?: [a-z]+){0,3} ?,? ?please\b|^ ?(?:would |will )?(?:gets?|saves?|buys?|gives?) (?:you|us)\b)");
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
        R"(if (?:you (?:copy|follow|do as) (?:me|i do)|you've (?:done|got) it right|you (?:do|get) it right|ever|pushed|pressed|(?:i|you) (?:had|have) to (?:choose|pick|guess|name|give|put)|i (?:had|have) to say|i (?:were|was) you|you ask me|you must know|you want to know|that|i remember|i recall|memory serves|you like|you will|anything|i'm honest|you dare|you can|you want|you must|you look|)"
        R"(you watch|you listen|i'm not mistaken|that helps)|(?:than|as) (?:both of |both |all |all of |any of )?the others|than (?:you'd|you would|you) (?:expect|think|want)|looks? (?:just )?like (?:my|your|his|her|an?|the) [a-z]+|unlike (?:the others|the rest|most|others|everyone|everybody|him|her|them)(?: else)?|(?:and )?see if (?:it|you|that)(?:'s| is)?|you (?:can|could|will|might) (?:hear|see|notice|feel))\b)");
    return kPattern;
}

const Pattern& asking() {
    static const Pattern kPattern(
        R"(^ ?(?:(?:so|and|but|well|now) )?(?:do|does|did|is|are|was|were|can|could|would|should|will|have|has) )"
        R"((?:you|we|i|it|that|this|he|she|they|the|there|anyone|anybody)\b.*\b(?:or|think|know|mean)\b|^ ?(?:what|)"
        R"(which|where|why|who|how|when) (?:gear|speed|is|are|was|do|does|did|would|should|about|much|many|late|)"
        R"(early|far|percentage)\b|^ ?to [a-z]+ or not\b|\b(?:asks?|asked|wonders?|wondering|wondered) (?:me |you |)"
        R"(us |yourself |themselves )?(?:if|whether|what|which|how)\b)");
    return kPattern;
}

const Pattern& takesBack() {
    static const Pattern kPattern(
        R"(^ *,? *(?:gear )?,? *(?:er|uh|um|well|oh)?,? *(?:sorry|no|i mean|i meant|or rather|rather|make that|)"
        R"(correction|no wait|no ,? ?what am i saying|what am i saying|wait|scratch that|strike that|excuse me|pardon)\b[ ,]*(?:no|i mean|it's|make that|)"
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
        R"(^ ?(?:please )?(?:don't|do not|resist|resist it|never|don't do it|it isn't|it is not|it's not|it wasn't)(?: (?:\.|!|;|,)| *$))");
    return kPattern;
}

} // namespace hl::manner
