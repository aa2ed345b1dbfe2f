import type { VisitorWords } from './visitor-words.ts';

const unsent = 'Não foi possível enviar agora. As suas respostas continuam aqui; tente de novo.';

export const portuguese: VisitorWords = {
  optional: '(opcional)',
  choose: 'Escolha uma opção',
  problems: {
    missing: 'Preencha “{label}”, por favor.',
    'too-long': 'Tem {length} caracteres; o máximo é {most}.',
    'not-an-email': 'Isto não parece um endereço de e-mail. Deve ser como nome@example.com.',
    'not-a-phone': 'Isto não parece um número de telefone, como {example}.',
    'not-a-number': 'Escreva um número, em algarismos.',
    'not-a-date': 'Escreva uma data, por exemplo {example}.',
    'not-a-time': 'Indique uma hora, por exemplo 14:30.',
    'not-a-website': 'Isto não parece um endereço web. Deve ter a forma example.com.',
    'too-short': 'Tem {length} caracteres; escreva pelo menos {least}.',
    'too-low': 'Indique um número de pelo menos {least}.',
    'too-high': 'Indique um número de {most} no máximo.',
    'too-few': 'Escolha pelo menos {least}.',
    'too-many': 'Escolha {most} no máximo.',
    'not-letters': 'Use apenas letras.',
    'not-digits': 'Use apenas algarismos.',
    'not-year': 'Indique um ano, por exemplo 1998.',
    'not-us-zip': 'Indique um código postal de cinco algarismos, por exemplo 04401.',
    'not-ca-postal-code': 'Indique um código postal, por exemplo E1C 4Z6.',
    'not-offered': 'Escolha uma das respostas oferecidas.',
    'not-this-type': 'Arquivos deste tipo não podem ser enviados aqui.',
    'empty-file': 'Este arquivo está vazio.',
    'file-too-large': 'Envie arquivos de no máximo {most} MB.',
    'unknown-field':
      'Este formulário não tem a pergunta “{field}”. Envie-o de novo a partir da página.',
    'no-slot': 'Escolha um horário, por favor.',
    unavailable: unsent,
    'too-many-bookings':
      'Você já tem um horário marcado aqui. Para mudá-lo, use o link da sua confirmação.',
    'slot-taken':
      'Esse horário acabou de ser ocupado. Estes são os livres mais próximos; o resto do que escreveu continua aqui.',
  },
  marked: 'Ainda não foi enviado. Veja as respostas marcadas.',
  unsent,
  files: { remove: 'Remover' },
  parts: { at: 'Parte {part} de {parts}', next: 'Seguinte', back: 'Voltar' },
  filled: { for: 'Preenchido para {name}.', notYou: 'Não é você?' },
  copy: {
    subject: 'Suas respostas para {{ client.name }}',
    body: `Olá{% if person.first_name %} {{ person.first_name }}{% endif %},

esta é uma cópia do que você enviou para {{ client.name }}:

{{ answers.all }}

{{ client.name }}
{{ client.phone }}`,
  },
  confirm: {
    subject: 'Confirme seu endereço de e-mail',
    body: `Olá{% if person.first_name %} {{ person.first_name }}{% endif %},

confirme que este endereço é seu:
{{ page.confirm_link }}

Se você não pediu nada a {{ client.name }}, ignore esta mensagem. Você não receberá outra.

{{ client.name }}
{{ client.phone }}`,
    press: 'Confirmar meu endereço',
    done: 'Obrigado. Seu endereço de e-mail está confirmado.',
    gone: 'Este link não funciona mais. Envie o formulário novamente.',
  },
  didYouMean: 'Quis dizer {email}?',
  times: {
    choose: 'Escolha um horário',
    none: 'Não há horário livre neste momento. Ligue para nós e encontramos um.',
    full: 'Todos os lugares estão ocupados. Ligue para nós e avisamos se algum ficar livre.',
    nearest: 'Horários livres mais próximos',
    from: 'a partir das {time}',
    seats: ['Resta {count} lugar', 'Restam {count} lugares'],
    wait: 'Entrar na lista de espera',
    waitHelp: 'Não há lugares. Quando um ficar livre e for a sua vez, guardamos para você.',
    place: 'Local',
    staff: 'Com',
    anybody: 'Qualquer pessoa',
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
  chat: {
    name: 'O seu nome',
    email: 'Email',
    emailHelp: 'Para a nossa resposta, se já tiver saído da página.',
    message: 'A sua pergunta',
    send: 'Enviar',
    you: 'Você',
    arrived: 'Obrigado, recebemos. Respondemos aqui, ou por email se já tiver saído da página.',
    tooFast: 'São muitas mensagens seguidas. Espere uns minutos e envie outra vez.',
    answerSubject: 'A nossa resposta à sua pergunta',
    answerBegin: 'Olá{% if person.first_name %}, {{ person.first_name }}{% endif %},',
  },
  stars: '{stars} de 5 estrelas',
  privacy: 'Privacidade',
  nothingSent: 'Nada foi enviado agora.',
  toTheForm: 'Ir para o formulário',
  consent: {
    ask: 'Podemos usar cookies para saber quais anúncios e páginas funcionam?',
    yes: 'Sim, tudo bem',
    no: 'Não, obrigado',
    policy: 'Privacidade',
    change: 'Cookies: mudar a sua escolha',
  },
  close: 'Fechar',
  more: 'Mais',
  map: 'Mapa: {address}',
  site: 'Site',
  home: {
    statuses: {
      soon: 'Em breve',
      active: 'À venda',
      pending: 'Sob contrato',
      sold: 'Vendido',
      withdrawn: 'Fora do mercado',
    },
    types: {
      house: 'Casa',
      condo: 'Condomínio',
      townhouse: 'Casa geminada',
      apartment: 'Apartamento',
      'multi-family': 'Multifamiliar',
      manufactured: 'Casa pré-fabricada',
      land: 'Terreno',
      other: 'Outro',
    },
    units: { sqft: 'pés²', sqm: 'm²', acres: 'acres', hectares: 'ha' },
    beds: ['{count} quarto', '{count} quartos'],
    baths: ['{count} banheiro', '{count} banheiros'],
    lot: 'Terreno de {area}',
    built: 'Construído em {year}',
    number: 'N.º {number}',
    openHouse: 'Visita aberta',
    span: '{day}, das {from} às {to}',
    pictures: 'Todas as {count} fotos',
    direct: 'Direto',
    office: 'Escritório',
    plan: 'Planta',
    film: 'Ver o vídeo',
    others: 'Também à venda',
    none: 'Nada está à venda no momento.',
  },
};
