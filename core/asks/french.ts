import { anyOf, begins, holds, type AskingWords } from './language';

const LEAD = 'et|mais|ou|alors|aussi|bonjour|bonsoir|enfin|ensuite|si oui';
const PRONOUN = 'vous|tu|je|il|elle|on|nous|ils|elles|ce|t-il|t-elle|t-on';
const WORD =
  "ou|quand|comment|pourquoi|combien|qui|que|quoi|quel|quelle|quels|quelles|a quelle heure|a partir de quand|jusqu'a quand|lequel|laquelle";

/** How one asks in French; letters without their marks, since the text is folded. */
export const french: AskingWords = {
  question: begins(
    LEAD,
    anyOf(`
      est-ce
      qu'est-ce
      [a-z']+-(?:${PRONOUN})
      (?:${WORD}) (?:est|sont|etait|faut|dois|peut|puis|pouvons|pouvez|coute|coutent|se trouve|serait|sera|avez|as|allez|faire)
      quel(?:le)?s? (?:est|sont|[a-z]+ (?:est|faut|recommandez))
      faut-il|serait-il|y a-t-il
    `),
  ),
  request: begins(
    LEAD,
    anyOf(`
      merci (?:de|d'|de bien vouloir) ?[a-z']*(?:er|ir|re|oir)
      veuillez
      (?:priere|svp|s'il vous plait)
      (?:envoyez|dites|rappelez|donnez|faites|indiquez|transmettez|confirmez|appelez|ecrivez|repondez|tenez)-(?:moi|nous|le|la)
    `),
  ),
  wish: holds(
    anyOf(`
      (?:pourriez|pouvez|voudriez|auriez|avez|acceptez|donnez|pouvons|pourrions|puis|serait)-(?:vous|nous|je|il)
      (?:je|nous) (?:voudrais|voudrions|souhaite|souhaiterais|souhaitons|desire|souhaiterions) (?!remercier|vous remercier|vous informer|un bon|une bonne)[a-z']+
      j'aimerais (?!remercier|vous remercier|vous dire)[a-z']+
      nous aimerions (?!remercier|vous remercier)[a-z']+
      (?:j'aurais|nous aurions|j'ai|nous avons) besoin d[a-z']*
      je (?:recherche|cherche) une?
      (?:je|nous) vous (?:prie|prions|demande|demandons) (?:de|d') (?!agreer|croire|recevoir|bien vouloir agreer)[a-z']+
      (?:je me demande|nous nous demandons) si
      s'il vous plait|svp
    `),
  ),
  nothing: holds(
    anyOf(`
      comment (?:allez-vous|vas-tu|ca va)
      veuillez (?:trouver|agreer|recevoir|croire|noter|excuser)
      n'hesitez pas
      merci (?:pour|d'avance|beaucoup|de votre|de ton)
    `),
  ),
};
