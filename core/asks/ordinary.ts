/**
 * Words that stand in every message and tell nothing of what it is about, folded: of English, German, French and Spanish
 * (common practice, no source).
 */
const WORDS = `
a an the is are was were be been being am do does did done doing can could will would shall should may might must i you he she it we
they me him us them my your his her its our their this that these those what which who whom whose how why when where of in on at to for
from by with about as and or but if then than so not no there here have has had having get got any some all also just only very too
one ones much many more most other again still already ever never yet let lets im ive id dont doesnt cant couldnt wouldnt isnt arent wont
hello hi hey dear good morning afternoon evening day please thanks thank you regards best kind kindly wishes yours sincerely sorry cheers
ich sie er es wir ihr du mich mir dich dir uns euch der die das den dem des ein eine einen einem einer und oder aber ist sind war
waren bin sein haben habe hat hatte hatten wird werden wurde kann konnen konnten konnte mochte mochten soll sollen muss mussen
darf zu zum zur in im ins am an auf fur von vom mit bei nach aus uber um als wie was wer wann wo ob wenn dass nicht kein keine
noch schon auch nur sehr mehr so da hier es gibt bitte danke vielen guten tag morgen abend hallo grusse gruss freundlichen liebe
lieber sehr geehrte geehrter damen herren herr frau
je tu il elle on nous vous ils elles me te se le la les un une des du de et ou mais est sont etait suis ai as a avons avez ont
pas ne que qui quoi dont au aux en dans sur sous par pour avec sans ce cet cette ces mon ma mes votre vos notre nos leur y si
bonjour bonsoir merci avance cordialement madame monsieur bien plus tres tout etre avoir pouvez pourriez
yo tu el ella usted nosotros ellos me te se lo la los las un una unos unas del de y o pero es son era soy esta estan hay he ha
han no que quien como cuando donde al en con sin por para mi mis su sus nuestro nuestra muy mas si ya hola buenos buenas dias
tardes noches gracias saludos saludo favor atentamente puede podria quisiera
`;

const ORDINARY = new Set(WORDS.trim().split(/\s+/));

/** Whether a folded word tells nothing of what a message is about. */
export const isOrdinary = (term: string): boolean => ORDINARY.has(term);
