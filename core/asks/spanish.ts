import { anyOf, begins, holds, type AskingWords } from './language';

const LEAD = 'y|pero|o|hola|ademas|tambien|entonces';
const WORD =
  'que|cual|cuales|quien|quienes|cuando|donde|adonde|como|cuanto|cuanta|cuantos|cuantas|por que|a que hora|cada cuanto|desde cuando|hasta cuando';
const VERB =
  'es|esta|estan|son|hay|puedo|puede|pueden|podemos|podria|cuesta|cuestan|tengo|tiene|tienen|hace|sale|llega|pasa|termina|terminan|empieza|necesito|seria|sera|estara|recogemos|debo|se';

/** How one asks in Spanish; letters without their marks, since the text is folded. */
export const spanish: AskingWords = {
  question: begins(
    LEAD,
    anyOf(`
      ¿ ?[a-z]+
      (?:${WORD})(?: [a-z]+)? (?:${VERB})
    `),
  ),
  request: begins(
    LEAD,
    anyOf(`
      (?:envie|mande|diga|de|llame|escriba|confirme|indique|mandeme|envieme|digame|deme|llameme|avise|aviseme|confirmeme|recuerde)(?:me|nos|nosla|melo)?(?: |$)
      por favor
    `),
  ),
  wish: holds(
    anyOf(`
      (?:me|nos|le|te) (?:puede|podria|puedes|podrias|pueden)
      (?:puede|podria|podrian|pueden) (?:usted|decir|enviar|mandar|confirmar|venir|ayudar)[a-z]*
      (?:quisiera|quisieramos|me gustaria|nos gustaria|quiero|queremos|deseo|desearia) (?!agradecer|darle|decirle|informar)[a-z]+
      (?:le|les|te) (?:pido|ruego|agradeceria|pedimos|rogamos)
      (?:necesito|necesitamos|necesitaria) [a-z]+
      (?:busco|buscamos) [a-z]+
      por favor
    `),
  ),
  nothing: holds(
    anyOf(`
      como (?:esta|estas|estan|te va|le va)(?: usted)?$
      no dude en|no duden en
      (?:gracias|agradec[a-z]+) por
    `),
  ),
};
