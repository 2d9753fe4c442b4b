import { anyOf, begins, holds, type AskingWords } from './language';

const LEAD =
  'und|also|aber|dann|oder|hallo|moin|ausserdem|zweitens|erstens|drittens|noch etwas|wenn ja|falls ja|falls nicht';
const SUBJECT =
  'ich|du|sie|wir|ihr|er|es|man|der|die|das|den|dem|ein|eine|einen|meine?|unsere?|ihre?|hier|noch|auch|bei|schon|jemand';
const VERB =
  'ist|sind|war|waren|bin|kann|konnen|konnten|konnte|konntest|kannst|wird|werden|wurde|wurden|hat|haben|hatte|hatten|hast|habt|gibt|darf|durfen|durfte|soll|sollen|sollte|sollten|muss|mussen|mochte|mochten|kommt|kommen|kostet|brauche|brauchen|bekomme|bekommen|findet|lauft|liegt|passt|geht|bieten|fahren|fallen|offnet|nehmen|machen|wissen|wusste|stimmt';
const WORD =
  'was|wer|wen|wem|wann|wo|wohin|woher|wie(?: viel| lange| oft| weit| teuer| hoch| spat)?|warum|wieso|weshalb|welche[rsnm]?|ab wann|bis wann|um wie viel uhr|worauf|womit|wofur|wozu';

/** How one asks in German; letters without their marks, since the text is folded. */
export const german: AskingWords = {
  question: begins(
    LEAD,
    anyOf(`
      (?:${VERB}) (?:${SUBJECT})
      (?:${WORD})(?: (?!zu )\\S+){0,2} (?:${VERB})
      was ist mit
    `),
  ),
  request: begins(
    LEAD,
    anyOf(`
      bitte
      (?:schicken|senden|sagen|geben|rufen|schreiben|melden|teilen|bringen|prufen|lassen|mailen|nennen|erklaren|reservieren|buchen|stornieren|nehmen|tragen|denken) sie
      (?:schick|sag|gib|ruf|schreib|meld|bring|lass|nimm) (?:mir|uns|mich|dich|bitte|es|das)
    `),
  ),
  wish: holds(
    anyOf(`
      (?:konnten|konnen|wurden|mochten) (?:sie|du)
      (?:konntest|kannst|wurdest) du
      bitte (?!beachten|nicht vergessen|entschuldig|verzeih|sehr)[a-z]+
      (?:sie|dich|euch)[a-z ]{0,40} bitte
      (?:ich|wir) (?:bitte|bitten|ersuche|ersuchen)(?: sie)?(?: hoflich)? um
      (?:ich|wir) (?:brauchte|brauchten|benotige|benotigen|hatte|hatten)(?: \\S+){0,3} (?:gern|gerne|noch|bald|eine?|einen|die|das|den|jemanden)
      (?:ich|wir) (?:wusste|wussten|wurde|wurden|mochte|mochten)(?: \\S+){0,6} (?:gern|gerne|wissen|fragen|anmelden|abmelden|bestellen|buchen|kundigen|stornieren|absagen|reservieren|mieten|kaufen|haben|ausleihen|verschieben|andern)
      (?:mir|uns) (?:fehlt|fehlen)
      es ware (?:schon|gut|nett|hilfreich|toll|prima),? wenn
      (?:meine|unsere) frage(?: ist|:)
    `),
  ),
  nothing: holds(
    anyOf(`
      wie geht es|wie geht's|wie gehts|was fur eine?n?[a-z]* [a-z]+ [a-z]+ [a-z]+ war
      bitte (?:beachten|nicht vergessen|entschuldigen|verzeihen)
      bei (?:fragen|ruckfragen)|wenn sie (?:noch )?fragen haben|falls sie fragen haben
      (?:mochte|mochten)(?: \\S+){0,3} (?:bedanken|danken|mitteilen|informieren|gratulieren)
      sie (?:hatten|haben) gefragt
    `),
  ),
};
