import type { VisitorWords } from './visitor-words.ts';

const unsent = 'Não foi possível enviar agora. As suas respostas continuam aqui; tente de novo.';

export const portuguese: VisitorWords = {
  optional: '(opcional)',
  choose: 'Escolha uma opção',
  problems: {
    missing: 'Preencha “{label}”, por favor.',
    'too-long': 'Tem {length} caracteres; o máximo é {most}.',
    'not-an-email': 'Isto não parece um endereço de e-mail. Deve ser como nome@example.com.',
    'not-a-phone':
      'Isto não parece um número de telefone. Pode ter algarismos, espaços e um + no início.',
    'not-a-number': 'Escreva um número, em algarismos.',
    'not-a-date': 'Escreva uma data como ano-mês-dia, por exemplo 2026-11-05.',
    'not-offered': 'Escolha uma das respostas oferecidas.',
    'unknown-field':
      'Este formulário não tem a pergunta “{field}”. Envie-o de novo a partir da página.',
    'no-slot': 'Escolha um horário, por favor.',
    unavailable: unsent,
    'slot-taken':
      'Esse horário acabou de ser ocupado. Estes são os livres mais próximos; o resto do que escreveu continua aqui.',
  },
  marked: 'Ainda não foi enviado. Veja as respostas marcadas.',
  unsent,
  didYouMean: 'Quis dizer {email}?',
  times: {
    choose: 'Escolha um horário',
    none: 'Não há horário livre neste momento. Ligue para nós e encontramos um.',
    full: 'Todos os lugares estão ocupados. Ligue para nós e avisamos se algum ficar livre.',
    nearest: 'Horários livres mais próximos',
    from: 'a partir das {time}',
    seats: ['Resta {count} lugar', 'Restam {count} lugares'],
    later: 'Dias seguintes',
  },
  when: '{day}, {time}',
  left: ['dias', 'horas', 'minutos', 'segundos'],
  hours: {
    span: '{from} a {to}',
    midnight: 'meia-noite',
    closed: 'Fechado',
    open: 'Aberto agora',
    openUntil: 'Aberto agora, até {time}',
    openUntilOn: 'Aberto agora, até {day} às {time}',
    opensAt: 'Fechado agora, abre às {time}',
    opensOn: 'Fechado agora, abre {day} às {time}',
    closedToday: 'Fechado hoje',
  },
  booking: { who: 'Para {who}', file: 'Pôr no seu calendário', change: 'Mudar ou cancelar' },
  stars: '{stars} de 5 estrelas',
  privacy: 'Privacidade',
  close: 'Fechar',
  more: 'Mais',
  map: 'Mapa: {address}',
  site: 'Site',
};
