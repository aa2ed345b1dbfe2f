import type { VisitorWords } from './visitor-words.ts';

const unsent = 'No se ha podido enviar ahora. Sus respuestas siguen aquí; inténtelo de nuevo.';

export const spanish: VisitorWords = {
  optional: '(opcional)',
  choose: 'Elija una opción',
  problems: {
    missing: 'Complete «{label}», por favor.',
    'too-long': 'Tiene {length} caracteres; el máximo es {most}.',
    'not-an-email': 'No parece una dirección de correo. Debe tener la forma nombre@example.com.',
    'not-a-phone':
      'No parece un número de teléfono. Puede llevar cifras, espacios y un + al principio.',
    'not-a-number': 'Escriba un número, en cifras.',
    'not-a-date': 'Escriba una fecha como año-mes-día, por ejemplo 2026-11-05.',
    'not-offered': 'Elija una de las respuestas ofrecidas.',
    'unknown-field':
      'Este formulario no tiene ninguna pregunta «{field}». Envíelo de nuevo desde la página.',
    'no-slot': 'Elija una hora, por favor.',
    unavailable: unsent,
    'slot-taken':
      'Esa hora acaba de ocuparse. Estas son las horas libres más cercanas; lo demás que escribió sigue aquí.',
  },
  marked: 'Aún no se ha enviado. Revise las respuestas marcadas.',
  unsent,
  didYouMean: '¿Quiso decir {email}?',
  times: {
    choose: 'Elija una hora',
    none: 'Ahora no hay ninguna hora libre. Llámenos y encontraremos una.',
    full: 'Todas las plazas están ocupadas. Llámenos y le avisaremos si queda una libre.',
    nearest: 'Horas libres más cercanas',
    from: 'desde las {time}',
    seats: ['Queda {count} plaza', 'Quedan {count} plazas'],
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
  stars: '{stars} de 5 estrellas',
  privacy: 'Privacidad',
  close: 'Cerrar',
  more: 'Más',
  map: 'Mapa: {address}',
  site: 'Sitio',
};
