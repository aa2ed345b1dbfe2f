import type { VisitorWords } from './visitor-words.ts';

const unsent = 'L’envoi n’a pas abouti. Vos réponses sont toujours là ; merci de réessayer.';

export const french: VisitorWords = {
  optional: '(facultatif)',
  choose: 'Veuillez choisir',
  problems: {
    missing: 'Merci de remplir « {label} ».',
    'too-long': 'Ce texte compte {length} caractères ; {most} au plus, s’il vous plaît.',
    'not-an-email':
      'Ceci ne ressemble pas à une adresse e-mail. Elle s’écrit comme nom@example.com.',
    'not-a-phone': 'Ceci ne ressemble pas à un numéro de téléphone, par exemple {example}.',
    'not-a-number': 'Merci de donner un nombre, en chiffres.',
    'not-a-date': 'Merci de donner une date, par exemple {example}.',
    'not-a-time': 'Indiquez une heure, par exemple 14:30.',
    'not-a-website':
      'Cela ne ressemble pas à une adresse web. Elle devrait avoir la forme example.com.',
    'too-short': 'Ce texte compte {length} caractères ; écrivez-en au moins {least}.',
    'too-low': 'Indiquez un nombre d’au moins {least}.',
    'too-high': 'Indiquez un nombre d’au plus {most}.',
    'too-few': 'Choisissez-en au moins {least}.',
    'too-many': 'Choisissez-en au plus {most}.',
    'not-letters': 'N’utilisez que des lettres.',
    'not-digits': 'N’utilisez que des chiffres.',
    'not-year': 'Indiquez une année, par exemple 1998.',
    'not-us-zip': 'Indiquez un code postal de cinq chiffres, par exemple 04401.',
    'not-ca-postal-code': 'Indiquez un code postal, par exemple E1C 4Z6.',
    'not-offered': 'Merci de choisir une des réponses proposées.',
    'not-this-type': 'Ce type de fichier ne peut pas être envoyé ici.',
    'empty-file': 'Ce fichier est vide.',
    'file-too-large': 'Envoyez des fichiers de {most} Mo au plus.',
    'unknown-field':
      'Ce formulaire n’a pas de question « {field} ». Merci de le renvoyer depuis la page.',
    'no-slot': 'Merci de choisir une heure.',
    unavailable: unsent,
    'too-many-bookings':
      'Vous avez déjà un rendez-vous ici. Pour le modifier, utilisez le lien de votre confirmation.',
    'slot-taken':
      'Cette heure vient d’être prise. Voici les plus proches encore libres ; le reste de vos réponses est toujours là.',
  },
  marked: 'Pas encore envoyé. Merci de revoir les réponses marquées.',
  unsent,
  files: { remove: 'Retirer' },
  parts: { at: 'Partie {part} sur {parts}', next: 'Suivant', back: 'Retour' },
  filled: { for: 'Rempli pour {name}.', notYou: 'Ce n’est pas vous ?' },
  copy: {
    subject: 'Vos réponses à {{ client.name }}',
    body: `Bonjour{% if person.first_name %} {{ person.first_name }}{% endif %},

voici une copie de ce que vous avez envoyé à {{ client.name }} :

{{ answers.all }}

{{ client.name }}
{{ client.phone }}`,
  },
  confirm: {
    subject: 'Veuillez confirmer votre adresse e-mail',
    body: `Bonjour{% if person.first_name %} {{ person.first_name }}{% endif %},

veuillez confirmer que cette adresse est la vôtre :
{{ page.confirm_link }}

Si vous n’avez rien demandé à {{ client.name }}, ne tenez pas compte de ce message. Vous n’en recevrez pas d’autre.

{{ client.name }}
{{ client.phone }}`,
    press: 'Confirmer mon adresse',
    done: 'Merci. Votre adresse e-mail est confirmée.',
    gone: 'Ce lien ne fonctionne plus. Veuillez renvoyer le formulaire.',
  },
  didYouMean: 'Vouliez-vous dire {email} ?',
  times: {
    choose: 'Choisissez une heure',
    none: 'Aucune heure n’est libre pour le moment. Appelez-nous et nous en trouverons une.',
    full: 'Toutes les places sont prises. Appelez-nous et nous vous préviendrons si une place se libère.',
    nearest: 'Heures libres les plus proches',
    from: 'dès {time}',
    seats: ['Il reste {count} place', 'Il reste {count} places'],
    wait: 'M’inscrire sur la liste d’attente',
    waitHelp:
      'Tout est complet. Dès qu’une place se libère et que c’est votre tour, nous vous la gardons.',
    place: 'Lieu',
    staff: 'Avec',
    anybody: 'Peu importe',
    later: 'Jours suivants',
  },
  when: '{day} à {time}',
  left: ['jours', 'heures', 'minutes', 'secondes'],
  hours: {
    span: '{from} à {to}',
    midnight: 'minuit',
    closed: 'Fermé',
    open: 'Ouvert',
    openUntil: 'Ouvert, jusqu’à {time}',
    openUntilOn: 'Ouvert, jusqu’à {day} {time}',
    opensAt: 'Fermé, ouvre à {time}',
    opensOn: 'Fermé, ouvre {day} à {time}',
    closedToday: 'Fermé aujourd’hui',
  },
  booking: {
    who: 'Pour {who}',
    file: 'Ajouter à votre agenda',
    change: 'Déplacer ou annuler',
  },
  chat: {
    name: 'Votre nom',
    email: 'E-mail',
    emailHelp: 'Pour notre réponse, si vous avez quitté la page.',
    message: 'Votre question',
    send: 'Envoyer',
    you: 'Vous',
    arrived:
      'Merci, nous l’avons reçu. Nous répondons ici, ou par e-mail si vous avez quitté la page.',
    tooFast: 'Cela fait beaucoup à la fois. Attendez quelques minutes et renvoyez-le.',
    answerSubject: 'Notre réponse à votre question',
    answerBegin: 'Bonjour{% if person.first_name %} {{ person.first_name }}{% endif %},',
  },
  stars: '{stars} étoiles sur 5',
  privacy: 'Confidentialité',
  nothingSent: 'Rien n’a été envoyé à l’instant.',
  toTheForm: 'Aller au formulaire',
  consent: {
    ask: 'Pouvons-nous utiliser des cookies pour savoir quelles annonces et pages fonctionnent ?',
    yes: 'Oui, d’accord',
    no: 'Non, merci',
    policy: 'Confidentialité',
    change: 'Cookies : changer votre choix',
  },
  close: 'Fermer',
  more: 'Plus',
  map: 'Plan : {address}',
  site: 'Site',
  home: {
    statuses: {
      soon: 'Bientôt en vente',
      active: 'À vendre',
      pending: 'Sous compromis',
      sold: 'Vendu',
      withdrawn: 'Retiré de la vente',
    },
    types: {
      house: 'Maison',
      condo: 'Copropriété',
      townhouse: 'Maison de ville',
      apartment: 'Appartement',
      'multi-family': 'Immeuble à plusieurs logements',
      manufactured: 'Maison préfabriquée',
      land: 'Terrain',
      other: 'Autre',
    },
    units: { sqft: 'pi²', sqm: 'm²', acres: 'acres', hectares: 'ha' },
    beds: ['{count} chambre', '{count} chambres'],
    baths: ['{count} salle de bains', '{count} salles de bains'],
    lot: 'Terrain de {area}',
    built: 'Construit en {year}',
    number: 'Nº {number}',
    openHouse: 'Portes ouvertes',
    span: '{day}, de {from} à {to}',
    pictures: 'Les {count} photos',
    direct: 'Direct',
    office: 'Bureau',
    plan: 'Plan',
    film: 'Voir le film',
    others: 'Aussi à vendre',
    none: 'Rien n’est à vendre en ce moment.',
  },
};
