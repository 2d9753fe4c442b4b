/** Messages in French, written as those in English. */
export const FR = `
@ Claire Fontaine | reply | Accord en décembre | |
Chère Madame Fontaine,

Merci de votre message. Je viendrai le mardi 1er décembre à neuf heures et demie.

Cordialement,
Wren Halloway
@ Claire Fontaine | reply | Accord en décembre | wrong-weekday |
Chère Madame Fontaine,

Je viendrai le lundi 1er décembre à neuf heures et demie.

Cordialement,
Wren Halloway
@ Claire Fontaine | new | Devis | file-missing |
Bonjour Claire,

Vous trouverez ci-joint le devis pour le piano du salon.

Cordialement,
Wren
@ Claire Fontaine | new | Devis | | files=devis.pdf:90000
Bonjour Claire,

Vous trouverez ci-joint le devis pour le piano du salon.

Cordialement,
Wren
@ Claire Fontaine | reply | Votre pièce jointe | |
Bonjour Claire,

Merci pour votre pièce jointe, la liste est complète.

Cordialement,
Wren
@ Claire Fontaine | reply | Rendez-vous | other-greeting |
Bonjour Marta,

Le rendez-vous est noté. Laissez le couvercle libre.

Cordialement,
Wren
@ Claire Fontaine | reply | Rendez-vous | |
Bonjour,

Le rendez-vous est noté. Nous nous verrons jeudi 3 décembre.

Cordialement,
Wren
@ Claire Fontaine | reply | Rendez-vous | wrong-weekday |
Bonjour,

Nous nous verrons jeudi 4 décembre.

Cordialement,
Wren
@ Claire Fontaine | reply | Remise | word-twice |
Bonjour Claire,

Les professeurs paient dix pour cent de moins pour pour chaque visite.

Cordialement,
Wren
@ Claire Fontaine | reply | Remise | |
Bonjour Claire,

Les professeurs paient dix pour cent de moins ; vous vous en souvenez sans doute.

Cordialement,
Wren
@ Claire Fontaine | reply | Acompte | past-day |
Bonjour Claire,

Veuillez verser l'acompte avant le 12 novembre, et je garderai la date.

Cordialement,
Wren
@ Claire Fontaine | reply | Acompte | |
Bonjour Claire,

Votre acompte du 12 novembre a été reçu. Merci.

Cordialement,
Wren
@ Claire Fontaine | new | Visite le 3 décembre | subject-differs |
Bonjour Claire,

Je vous ai notée pour le 10 décembre.

Cordialement,
Wren
@ Claire Fontaine | new | Visite le 10 décembre | |
Bonjour Claire,

Je vous ai notée pour le 10 décembre à 9h30.

Cordialement,
Wren
@ Claire Fontaine | new | Accord à 9h30 | subject-differs |
Bonjour Claire,

Le gardien m'ouvrira à 11h00.

Cordialement,
Wren
@ Claire Fontaine | reply | Merci | two-closings |
Bonjour Claire,

Ce fut un plaisir.

Cordialement,
Wren

Bien à vous,
Wren Halloway
@ Claire Fontaine | reply | Merci | |
Bonjour Claire,

Ce fut un plaisir.

Merci encore,

Cordialement,
Wren
@ Claire Fontaine | new | Humidité | two-greetings |
Bonjour Claire,

Merci de votre question.

Chère Claire,

En hiver le chauffage sèche l'air.

Cordialement,
Wren
@ Claire Fontaine | new | Humidité | |
Bonjour Claire,

En hiver le chauffage sèche l'air. Bonjour tristesse pour la table d'harmonie.

Cordialement,
Wren
@ Claire Fontaine, Marta Vidal | reply-all | Répétition | meant-for-one |
Bonjour Claire,

Entre nous, la salle est trop froide.

Cordialement,
Wren
@ Claire Fontaine, Marta Vidal | reply-all | Répétition | |
Bonjour à toutes,

La salle doit être chaude à quatre heures.

Cordialement,
Wren
@ Claire Fontaine | reply | Répétition | meant-for-all | orig-to=Wren Halloway, Marta Vidal, Noor El-Amin
Bonjour à tous,

La répétition peut commencer à cinq heures.

Cordialement,
Wren
@ Claire Fontaine | reply | Répétition | | orig-to=Wren Halloway, Marta Vidal, Noor El-Amin
Bonjour Claire,

La répétition peut commencer à cinq heures.

Cordialement,
Wren
@ Claire Fontaine | new | Entretien | same-note | before=Entretien
Bonjour Claire,

Après le travail, les cordes ont besoin de quelques semaines.

Cordialement,
Wren
@ Claire Fontaine | new | Horaires | file-unsaid | files=scan.pdf:90000
Bonjour Claire,

Nous sommes là de neuf à cinq heures.

Cordialement,
Wren
@ Claire Fontaine | new | Horaires | | files=scan.pdf:90000
Bonjour Claire,

Voici la facture de la dernière visite.

Cordialement,
Wren
@ Claire Fontaine | new | Enregistrements | too-large | files=son.zip:21000000
Bonjour Claire,

Les enregistrements sont en pièce jointe.

Cordialement,
Wren
@ Claire Fontaine | new | Question | signature-missing | no-signature
Bonjour Claire,

Pouvez-vous mesurer la porte ?

Cordialement
@ Claire Fontaine | new | Question | | no-signature
Bonjour Claire,

Pouvez-vous mesurer la porte ?

Cordialement,
Wren
@ Claire Fontaine | new | Question | signature-twice |
Bonjour Claire,

Pouvez-vous mesurer la porte ?

Wren Halloway
Halloway Piano Care, Tern Bay
@ Claire Fontaine | new | Accord | open-mark |
Bonjour Claire,

Je viendrai le [date] à neuf heures.

Cordialement,
Wren
@ Claire Fontaine | new | Accord | other-name |
Bonjour Claire,

Merci, Marta, pour la clé. Elle est de nouveau à sa place.

Cordialement,
Wren
@ Claire Fontaine | new | Accord | |
Bonjour Claire,

Marta Vidal m'a donné la clé. Merci, Claire, pour le plan.

Cordialement,
Wren
@ Claire Fontaine | reply | Tarifs | other-link |
Bonjour Claire,

Tous les tarifs sont sur [www.halloway.example](https://autre.example/).

Cordialement,
Wren
@ Claire Fontaine | reply | Tarifs | |
Bonjour Claire,

Tous les tarifs sont sur [notre page](https://www.halloway.example/tarifs).

Cordialement,
Wren
@ Claire Fontaine <claire@fontane.example> | reply | Tarifs | near-address |
Bonjour Claire,

Tous les tarifs sont sur notre page.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | slip |
Bonjour Claire,

Les cordes sont arivées et vous attendent.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | |
Bonjour Claire,

Les cordes sont arrivées et vous attendent.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | file-missing |
Bonjour Claire,

Je vous joins les mesures des cordes.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | picture-unnamed |
Bonjour Claire,

Voici la corde : ![]

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | |
Bonjour Claire,

Voici la corde : ![une corde grave]

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | dead-link |
Bonjour Claire,

La liste est [ici](https://liste).

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | open-blank |
Bonjour Claire,

Elles coûtent <<prix>> la pièce.

Cordialement,
Wren
@ Claire Fontaine | new | | no-subject |
Bonjour Claire,

Elles vous attendent.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | |
Bonjour Claire,

Le 20 novembre j'étais chez vous ; d'ici au mercredi 9 décembre tout sera là.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | past-day |
Bonjour Claire,

Je serai chez vous le 20 novembre et je pourrai tout apporter.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | |
Bonjour Claire,

Sans pièce jointe cela va aussi : la facture porte le numéro 2214.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | other-greeting |
Cher Tomas,

La facture porte le numéro 2214.

Cordialement,
Wren
@ Claire Fontaine | reply | Cordes | |
Madame, Monsieur,

La facture porte le numéro 2214, du lundi 23 novembre 2026.

Cordialement,
Wren Halloway
@ Claire Fontaine | reply | Cordes | wrong-weekday |
Madame, Monsieur,

La facture porte le numéro 2214, du mardi 23 novembre 2026.

Cordialement,
Wren Halloway
`;
