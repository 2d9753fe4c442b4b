import { anyOf, begins, holds, type AskingWords } from './language';

const LEAD =
  'and|so|also|but|then|or|ok|okay|well|first|second|third|finally|next|if so|if not|again|by the way|hi|hello|quick one|just';
const SUBJECT =
  'i|you|u|we|they|he|she|it|there|this|that|these|those|the|a|an|any|anybody|anyone|somebody|someone|your|our|my|his|her|their';
const VERB =
  "is|are|am|was|were|do|does|did|can|could|will|would|shall|should|may|might|must|has|have|had|isn't|aren't|don't|doesn't|didn't|can't|couldn't|won't|wouldn't";
const WORD =
  'what|which|who|whom|whose|when|where|why|how(?: much| many| long| far| often| soon| late| old| big| come)?|at what time|from when|on (?:which|what) days?|until when|by when';
const TO_ME =
  'me|us|him|her|them|it|this|that|the|a|an|your|our|my|back|somebody|someone|whether|if|by|what|when|how|which';

/** How one asks in English. */
export const english: AskingWords = {
  question: begins(
    LEAD,
    anyOf(`
      (?:${VERB}) (?:${SUBJECT})
      (?:${WORD})(?: [a-z'-]+){0,3} (?:${VERB})
      (?:who|which) [a-z]+s
      how come
      what about|how about|what if
      any (?:news|chance|idea|update|word|luck|progress)
      fancy (?:a|an|some)
    `),
  ),
  request: begins(
    LEAD,
    anyOf(`
      (?:please|kindly|pls)
      (?:send|tell|give|show|bring|lend|forward|mail|email|remind|inform|advise) (?:${TO_ME})
      (?:call|ring|phone|write)(?: to)? (?:me|us|back)
      let (?:me|us) (?:know|have)
      (?:confirm|cancel|reserve|book|move|change|check|correct|explain|remove|add|put|keep) (?:${TO_ME}|me|us)
      make sure|do write|do call|do tell
    `),
  ),
  wish: holds(
    anyOf(`
      (?:could|can|would|will) (?:you|u)(?: [a-z]+)? (?:please )?(?!believe)[a-z]+
      could (?:somebody|someone|anybody)
      i(?:'d| would| should)? (?:just )?(?:like|love|prefer|rather) (?:to (?:know|ask|see|book|order|cancel|enrol|register|have|get|buy|rent|reserve|change|move|return|speak|talk|hear)|know)
      i(?:'d| would)? like (?:a|an|one|two|some|the|my|your)
      we(?:'d| would)? (?:like|love) (?:to (?:know|ask|book|order|cancel|enrol|register|rent|reserve|change|move|return|speak)|a|an|one|two)
      i (?:want|wish) to (?!thank|say|tell|let|assure|congratulate|complain)[a-z]+
      (?:i|we) (?:wanted|want|would like) to ask
      (?:my|our|one|another) question is
      (?:i|we) (?:was|were|am|are|'m|'re)?(?: just| also)? ?(?:wonder|wondering) (?:if|whether|what|when|how|why|who|which|where)
      (?:i|we)(?:'d| would) (?:be (?:very |most )?(?:grateful|glad|happy|thankful|obliged) (?:if|for|to (?:have|hear|know|get))|appreciate|need (?:a|an|your))
      it would be (?:very |really )?(?:great|good|nice|kind|lovely|helpful|wonderful) (?:if|to (?:know|have|hear|get))
      (?:would|is) it (?:be )?(?:possible|ok|okay|all right)
      (?:i|we) (?:still |also |really |urgently )?need (?:to (?:know|reschedule|cancel|change|move|postpone|book|speak|have)|you to|your|somebody|someone|a (?:copy|receipt|new|replacement|quote|quotation|confirmation)|the (?:measurements|address|number|documents?|place|form|code|key|date|figures?|details))
      (?:i|we) (?:hereby )?(?:require|request|ask you|beg you|expect you to)
      (?:i'm|i am|we're|we are) (?:looking|searching) for (?:a|an|some|somebody|someone)
      if you could(?! not)
      (?:i|we) (?:do not|don't|cannot|can't) (?:understand|see|find out) (?:why|how|what|where|when)
      (?:me|it|us|this|that|back|number|tomorrow|today|list|copy) please$
      ^[a-z' ]{2,60} please$
    `),
  ),
  nothing: holds(
    anyOf(`
      how are (?:you|things)|how (?:do you do|have you been)|how is (?:everything|life)
      (?:can|could|would) you (?:believe|imagine)|who would have thought|guess what|you know what
      (?:please|kindly) (?:find|note|be aware|accept|excuse|forgive|do not hesitate|don't hesitate|feel free|give my|say hello|remember me)
      feel free to|do not hesitate|don't hesitate
      let (?:me|us) know if (?:you|there)(?: \\S+){0,3} (?:any|questions?|need|anything)
      if you (?:have|should have) (?:any )?(?:other |further |more )?questions?(?:,? (?:please |just )?(?:call|ring|write|ask|contact) me)?
      just to let you know
      (?:like|love|wanted|want|wish) to (?:thank|say thank|tell you|inform|let you know|assure|congratulate)
      what an? (?!bout)[a-z]+ (?!is|are|was|does|do|will|would|can)
      no need to
      would be happy to help
    `),
  ),
};
