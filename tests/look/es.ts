/** Messages in Spanish, written as those in English. */
export const ES = `
@ Lucía Romero | reply | Afinación en diciembre | |
Estimada Lucía:

Gracias por su mensaje. Iré el martes 1 de diciembre a las nueve y media.

Un cordial saludo,
Wren Halloway
@ Lucía Romero | reply | Afinación en diciembre | wrong-weekday |
Estimada Lucía:

Iré el lunes 1 de diciembre a las nueve y media.

Un cordial saludo,
Wren Halloway
@ Lucía Romero | new | Presupuesto | file-missing |
Hola Lucía:

Le adjunto el presupuesto del piano del salón.

Saludos,
Wren
@ Lucía Romero | new | Presupuesto | | files=presupuesto.pdf:90000
Hola Lucía:

Le adjunto el presupuesto del piano del salón.

Saludos,
Wren
@ Lucía Romero | reply | Su adjunto | |
Hola Lucía:

Gracias por su adjunto; la lista está completa.

Saludos,
Wren
@ Lucía Romero | reply | Cita | other-greeting |
Hola Marta:

La cita está anotada. Deje libre la tapa.

Saludos,
Wren
@ Lucía Romero | reply | Cita | |
Buenos días:

La cita está anotada. Nos vemos el jueves 3 de diciembre.

Saludos,
Wren
@ Lucía Romero | reply | Cita | wrong-weekday |
Buenos días:

Nos vemos el jueves 4 de diciembre.

Saludos,
Wren
@ Lucía Romero | reply | Descuento | word-twice |
Hola Lucía:

Los profesores pagan un diez por ciento menos por por cada visita.

Saludos,
Wren
@ Lucía Romero | reply | Descuento | |
Hola Lucía:

Los profesores pagan un diez por ciento menos; es muy muy sencillo.

Saludos,
Wren
@ Lucía Romero | reply | Señal | past-day |
Hola Lucía:

Por favor, puede enviar la señal antes del 12 de noviembre y le guardo la fecha.

Saludos,
Wren
@ Lucía Romero | reply | Señal | |
Hola Lucía:

Recibí su señal el 12 de noviembre. Gracias.

Saludos,
Wren
@ Lucía Romero | new | Visita el 3 de diciembre | subject-differs |
Hola Lucía:

La he anotado para el 10 de diciembre.

Saludos,
Wren
@ Lucía Romero | new | Visita el 10 de diciembre | |
Hola Lucía:

La he anotado para el 10 de diciembre a las 9:30.

Saludos,
Wren
@ Lucía Romero | new | Afinación a las 9:30 | subject-differs |
Hola Lucía:

El conserje me abre a las 11:00.

Saludos,
Wren
@ Lucía Romero | reply | Gracias | two-closings |
Hola Lucía:

Ha sido un placer.

Saludos,
Wren

Atentamente,
Wren Halloway
@ Lucía Romero | reply | Gracias | |
Hola Lucía:

Ha sido un placer.

Muchas gracias,

Saludos,
Wren
@ Lucía Romero | new | Humedad | two-greetings |
Hola Lucía:

Gracias por su pregunta.

Estimada Lucía:

En invierno la calefacción seca el aire.

Saludos,
Wren
@ Lucía Romero | new | Humedad | |
Hola Lucía:

En invierno la calefacción seca el aire. Hola y adiós dice entonces el afinador.

Saludos,
Wren
@ Lucía Romero, Marta Vidal | reply-all | Ensayo | meant-for-one |
Hola Lucía:

Entre nosotros, la sala está demasiado fría.

Saludos,
Wren
@ Lucía Romero, Marta Vidal | reply-all | Ensayo | |
Hola a todas:

La sala debe estar caliente a las cuatro.

Saludos,
Wren
@ Lucía Romero | reply | Ensayo | meant-for-all | orig-to=Wren Halloway, Marta Vidal, Noor El-Amin
Hola a todos:

El ensayo puede empezar a las cinco.

Saludos,
Wren
@ Lucía Romero | reply | Ensayo | | orig-to=Wren Halloway, Marta Vidal, Noor El-Amin
Hola Lucía:

El ensayo puede empezar a las cinco.

Saludos,
Wren
@ Lucía Romero | new | Cuidados | same-note | before=Cuidados
Hola Lucía:

Después del trabajo las cuerdas necesitan unas semanas.

Saludos,
Wren
@ Lucía Romero | new | Horario | file-unsaid | files=scan.pdf:90000
Hola Lucía:

Estamos de nueve a cinco.

Saludos,
Wren
@ Lucía Romero | new | Horario | | files=scan.pdf:90000
Hola Lucía:

Aquí está la factura de la última visita.

Saludos,
Wren
@ Lucía Romero | new | Grabaciones | too-large | files=audio.zip:21000000
Hola Lucía:

Las grabaciones van adjuntas.

Saludos,
Wren
@ Lucía Romero | new | Pregunta | signature-missing | no-signature
Hola Lucía:

¿Puede medir la puerta?

Saludos
@ Lucía Romero | new | Pregunta | | no-signature
Hola Lucía:

¿Puede medir la puerta?

Saludos,
Wren
@ Lucía Romero | new | Pregunta | signature-twice |
Hola Lucía:

¿Puede medir la puerta?

Wren Halloway
Halloway Piano Care, Tern Bay
@ Lucía Romero | new | Afinación | open-mark |
Hola Lucía:

Iré el [fecha] a las nueve.

Saludos,
Wren
@ Lucía Romero | new | Afinación | other-name |
Hola Lucía:

Gracias, Marta, por la llave. Está otra vez en su sitio.

Saludos,
Wren
@ Lucía Romero | new | Afinación | |
Hola Lucía:

Marta Vidal me dio la llave. Gracias, Lucía, por el plano.

Saludos,
Wren
@ Lucía Romero | reply | Precios | other-link |
Hola Lucía:

Todos los precios están en [www.halloway.example](https://otra.example/).

Saludos,
Wren
@ Lucía Romero | reply | Precios | |
Hola Lucía:

Todos los precios están en [nuestra página](https://www.halloway.example/precios).

Saludos,
Wren
@ Lucía Romero <lucia@romera.example> | reply | Precios | near-address |
Hola Lucía:

Todos los precios están en nuestra página.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | slip |
Hola Lucía:

Las cuerdas estan aqui desde el lunes.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | |
Hola Lucía:

Las cuerdas están aquí desde el lunes.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | file-missing |
Hola Lucía:

En el archivo adjunto van las medidas.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | picture-unnamed |
Hola Lucía:

Así es la cuerda: ![]

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | |
Hola Lucía:

Así es la cuerda: ![una cuerda grave]

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | dead-link |
Hola Lucía:

La lista está [aquí](https://lista).

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | open-blank |
Hola Lucía:

Cuestan <<precio>> cada una.

Saludos,
Wren
@ Lucía Romero | new | | no-subject |
Hola Lucía:

La esperan en el taller.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | |
Hola Lucía:

El 20 de noviembre estuve en su casa; hasta el miércoles 9 de diciembre llega todo.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | past-day |
Hola Lucía:

Estaré en su casa el 20 de noviembre y puedo llevarlo todo.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | |
Hola Lucía:

Sin adjunto también vale: la factura lleva el número 2214.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | other-greeting |
Querido Tomas:

La factura lleva el número 2214.

Saludos,
Wren
@ Lucía Romero | reply | Cuerdas | |
Estimados señores:

La factura lleva el número 2214, del lunes 23 de noviembre de 2026.

Atentamente,
Wren Halloway
@ Lucía Romero | reply | Cuerdas | wrong-weekday |
Estimados señores:

La factura lleva el número 2214, del martes 23 de noviembre de 2026.

Atentamente,
Wren Halloway
`;
