import type { VisitorWords } from './visitor-words.ts';

const unsent = 'No se ha podido enviar ahora. Sus respuestas siguen aquí; inténtelo de nuevo.';

export const spanish: VisitorWords = {
  optional: '(opcional)',
  choose: 'Elija una opción',
  problems: {
    missing: 'Complete «{label}», por favor.',
    'too-long': 'Tiene {length} caracteres; el máximo es {most}.',
    'not-an-email': 'No parece una dirección de correo. Debe tener la forma nombre@example.com.',
    'not-a-phone': 'No parece un número de teléfono, como {example}.',
    'not-a-number': 'Escriba un número, en cifras.',
    'not-a-date': 'Escriba una fecha, por ejemplo {example}.',
    'not-a-time': 'Escriba una hora, por ejemplo 14:30.',
    'not-a-website': 'No parece una dirección web. Debe tener la forma example.com.',
    'too-short': 'Tiene {length} caracteres; escriba al menos {least}.',
    'too-low': 'Escriba un número de {least} como mínimo.',
    'too-high': 'Escriba un número de {most} como máximo.',
    'too-few': 'Elija al menos {least}.',
    'too-many': 'Elija {most} como máximo.',
    'not-letters': 'Use solo letras.',
    'not-digits': 'Use solo cifras.',
    'not-year': 'Escriba un año, por ejemplo 1998.',
    'not-us-zip': 'Escriba un código postal de cinco cifras, por ejemplo 04401.',
    'not-ca-postal-code': 'Escriba un código postal, por ejemplo E1C 4Z6.',
    'not-offered': 'Elija una de las respuestas ofrecidas.',
    'not-this-type': 'Aquí no se pueden enviar archivos de este tipo.',
    'empty-file': 'Este archivo está vacío.',
    'file-too-large': 'Envíe archivos de {most} MB como máximo.',
    'unknown-field':
      'Este formulario no tiene ninguna pregunta «{field}». Envíelo de nuevo desde la página.',
    'no-slot': 'Elija una hora, por favor.',
    unavailable: unsent,
    'too-many-bookings':
      'Ya tiene una cita aquí. Para cambiarla, use el enlace de su confirmación.',
    'slot-taken':
      'Esa hora acaba de ocuparse. Estas son las horas libres más cercanas; lo demás que escribió sigue aquí.',
  },
  marked: 'Aún no se ha enviado. Revise las respuestas marcadas.',
  unsent,
  files: { remove: 'Quitar' },
  parts: { at: 'Parte {part} de {parts}', next: 'Siguiente', back: 'Atrás' },
  filled: { for: 'Rellenado para {name}.', notYou: '¿No es usted?' },
  copy: {
    subject: 'Sus respuestas a {{ client.name }}',
    body: `Hola{% if person.first_name %} {{ person.first_name }}{% endif %},

esta es una copia de lo que ha enviado a {{ client.name }}:

{{ answers.all }}

{{ client.name }}
{{ client.phone }}`,
  },
  confirm: {
    subject: 'Confirme su dirección de correo',
    body: `Hola{% if person.first_name %} {{ person.first_name }}{% endif %},

confirme que esta dirección es suya:
{{ page.confirm_link }}

Si no ha pedido nada a {{ client.name }}, no haga caso de este mensaje. No recibirá ningún otro.

{{ client.name }}
{{ client.phone }}`,
    press: 'Confirmar mi dirección',
    done: 'Gracias. Su dirección de correo está confirmada.',
    gone: 'Este enlace ya no funciona. Envíe el formulario de nuevo.',
  },
  didYouMean: '¿Quiso decir {email}?',
  times: {
    choose: 'Elija una hora',
    none: 'Ahora no hay ninguna hora libre. Llámenos y encontraremos una.',
    full: 'Todas las plazas están ocupadas. Llámenos y le avisaremos si queda una libre.',
    nearest: 'Horas libres más cercanas',
    from: 'desde las {time}',
    seats: ['Queda {count} plaza', 'Quedan {count} plazas'],
    wait: 'Apuntarme a la lista de espera',
    waitHelp: 'No quedan plazas. Cuando quede una libre y sea su turno, se la reservamos.',
    place: 'Lugar',
    staff: 'Con',
    anybody: 'Cualquiera',
    later: 'Días siguientes',
  },
  when: '{day}, {time}',
  left: ['días', 'horas', 'minutos', 'segundos'],
  hours: {
    span: '{from} a {to}',
    midnight: 'medianoche',
    closed: 'Cerrado',
    open: 'Abierto ahora',
    openUntil: 'Abierto ahora, hasta las {time}',
    openUntilOn: 'Abierto ahora, hasta el {day} a las {time}',
    opensAt: 'Cerrado ahora, abre a las {time}',
    opensOn: 'Cerrado ahora, abre el {day} a las {time}',
    closedToday: 'Cerrado hoy',
  },
  booking: { who: 'Para {who}', file: 'Añadir a su calendario', change: 'Cambiar o cancelar' },
  chat: {
    name: 'Su nombre',
    email: 'Correo electrónico',
    emailHelp: 'Para responderle si ya no está en la página.',
    message: 'Su pregunta',
    send: 'Enviar',
    you: 'Usted',
    arrived:
      'Gracias, lo hemos recibido. Le respondemos aquí o por correo si ya no está en la página.',
    tooFast: 'Son muchos mensajes seguidos. Espere unos minutos y envíelo otra vez.',
    answerSubject: 'Nuestra respuesta a su pregunta',
    answerBegin: 'Hola{% if person.first_name %}, {{ person.first_name }}{% endif %}:',
  },
  stars: '{stars} de 5 estrellas',
  privacy: 'Privacidad',
  nothingSent: 'No se envió nada hace un momento.',
  toTheForm: 'Ir al formulario',
  consent: {
    ask: '¿Podemos usar cookies para saber qué anuncios y páginas funcionan?',
    yes: 'Sí, está bien',
    no: 'No, gracias',
    policy: 'Privacidad',
    change: 'Cookies: cambiar su elección',
  },
  close: 'Cerrar',
  more: 'Más',
  map: 'Mapa: {address}',
  site: 'Sitio',
  home: {
    statuses: {
      soon: 'Próximamente',
      active: 'En venta',
      pending: 'Bajo contrato',
      sold: 'Vendida',
      withdrawn: 'Fuera del mercado',
    },
    types: {
      house: 'Casa',
      condo: 'Condominio',
      townhouse: 'Casa adosada',
      apartment: 'Apartamento',
      'multi-family': 'Multifamiliar',
      manufactured: 'Casa prefabricada',
      land: 'Terreno',
      other: 'Otra',
    },
    units: { sqft: 'pies²', sqm: 'm²', acres: 'acres', hectares: 'ha' },
    beds: ['{count} dormitorio', '{count} dormitorios'],
    baths: ['{count} baño', '{count} baños'],
    lot: 'Terreno de {area}',
    built: 'Construida en {year}',
    number: 'N.º {number}',
    openHouse: 'Puertas abiertas',
    span: '{day}, de {from} a {to}',
    pictures: 'Las {count} fotos',
    direct: 'Directo',
    office: 'Oficina',
    plan: 'Plano',
    film: 'Ver el video',
    others: 'También en venta',
    none: 'No hay nada en venta por ahora.',
  },
};
