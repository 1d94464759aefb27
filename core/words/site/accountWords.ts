import { siteWords } from './siteWords'

/** A mail: its subject and its text, which is plain. */
export interface MailWords {
  subject: string
  text: string
}

/** What the site says to members and to those who want to be one. What is put in is plain text. */
export interface AccountWords {
  signIn: string
  signOut: string
  signOutEverywhere: string
  becomeMember: string
  yourAccount: string
  email: string
  password: string
  newPassword: string
  oldPassword: string
  name: string
  yourName: string
  anotherPassword: string
  save: string
  saved: string
  /** At the address of a page that is not open to a reader. */
  members: { title: string; text: string }
  notYours: { title: string; text: string }
  locked: { title: string; text: string; open: string }
  invitedOnly: string
  wrongPassword: string
  wrongSignIn: string
  tooOften: string
  forgotten: string
  forgottenText: string
  joinText: string
  send: string
  sent: { title: string; text: string }
  noMail: string
  choose: string
  chooseText: (email: string) => string
  linkOver: { title: string; text: string }
  passwordShort: (least: number) => string
  passwordLong: (most: number) => string
  passwordCommon: string
  passwordOwnWords: string
  missing: string
  groups: string
  groupUntil: (group: string, day: string) => string
  openToYou: string
  keptAboutYou: string
  download: string
  leave: string
  leaveText: string
  left: { title: string; text: string }
  mails: {
    /** To who asked to become a member, or was invited. `link` stands on a line of its own. */
    join: (site: string, name: string, link: string) => MailWords
    /** To a member who asked for a new password, or to become one again. */
    password: (site: string, name: string, link: string) => MailWords
  }
}

const en: AccountWords = {
  signIn: 'Sign in',
  signOut: 'Sign out',
  signOutEverywhere: 'Sign out everywhere',
  becomeMember: 'Become a member',
  yourAccount: 'Your account',
  email: 'Mail address',
  password: 'Password',
  newPassword: 'New password',
  oldPassword: 'Password until now',
  name: 'Name',
  yourName: 'How you are called',
  anotherPassword: 'Another password',
  save: 'Save',
  saved: 'Saved.',
  members: { title: 'For members', text: 'This page is for our members. Sign in to read it.' },
  notYours: {
    title: 'Not open to your account',
    text: 'This page is for other members. Ask us if you think that it should be open to you.',
  },
  locked: { title: 'This page has a password', text: 'Whoever gave you its address can tell you the password.', open: 'Open the page' },
  invitedOnly: 'Only people whom we invite can become members.',
  wrongPassword: 'That is not the password.',
  wrongSignIn: 'No member has this mail address and this password.',
  tooOften: 'That was tried too often. Wait a little before you try again.',
  forgotten: 'Forgotten your password?',
  forgottenText: 'We send you a link with which you choose a new password.',
  joinText: 'We send you a link with which you choose a password.',
  send: 'Send me a link',
  sent: {
    title: 'Look into your mail',
    text: 'If we can write to this address, a mail with a link is on its way. The link is good for a day.',
  },
  noMail: 'We cannot send mail at the moment. Please ask us in another way.',
  choose: 'Choose a password',
  chooseText: (email) => `For the account of ${email}.`,
  linkOver: { title: 'This link is over', text: 'It was used, or it is too old. Ask for a new one.' },
  passwordShort: (least) => `A password has at least ${least} characters.`,
  passwordLong: (most) => `A password has at most ${most} characters.`,
  passwordCommon: 'This password is easy to guess. Choose another.',
  passwordOwnWords: 'This password is mostly made of your name or address. Choose another.',
  missing: 'Fill in every field.',
  groups: 'What you belong to',
  groupUntil: (group, day) => `${group}, until ${day}`,
  openToYou: 'Pages that are open to you',
  keptAboutYou: 'What is kept about you',
  download: 'Download it',
  leave: 'End my account',
  leaveText: 'Your account and all that is kept about you go at once, and for good.',
  left: { title: 'Your account is gone', text: 'Nothing of it is kept.' },
  mails: {
    join: (site, name, link) => ({
      subject: `Your account with ${site}`,
      text: `Dear ${name},\n\nchoose a password for your account with ${site} here:\n\n${link}\n\nIf you did not ask for it, leave this mail; nothing happens then. Do not pass the link on.\n`,
    }),
    password: (site, name, link) => ({
      subject: `A new password for ${site}`,
      text: `Dear ${name},\n\nchoose a new password for your account with ${site} here:\n\n${link}\n\nIf you did not ask for it, leave this mail; nothing changes then. Do not pass the link on.\n`,
    }),
  },
}

const de: AccountWords = {
  signIn: 'Anmelden',
  signOut: 'Abmelden',
  signOutEverywhere: 'Überall abmelden',
  becomeMember: 'Mitglied werden',
  yourAccount: 'Ihr Konto',
  email: 'E-Mail-Adresse',
  password: 'Passwort',
  newPassword: 'Neues Passwort',
  oldPassword: 'Bisheriges Passwort',
  name: 'Name',
  yourName: 'Wie Sie heißen',
  anotherPassword: 'Ein anderes Passwort',
  save: 'Speichern',
  saved: 'Gespeichert.',
  members: { title: 'Für Mitglieder', text: 'Diese Seite ist für unsere Mitglieder. Melden Sie sich an, um sie zu lesen.' },
  notYours: {
    title: 'Nicht für Ihr Konto',
    text: 'Diese Seite ist für andere Mitglieder. Fragen Sie uns, wenn Sie meinen, dass sie Ihnen offenstehen sollte.',
  },
  locked: { title: 'Diese Seite hat ein Passwort', text: 'Wer Ihnen die Adresse gegeben hat, kennt das Passwort.', open: 'Seite öffnen' },
  invitedOnly: 'Mitglied wird nur, wen wir einladen.',
  wrongPassword: 'Das ist nicht das Passwort.',
  wrongSignIn: 'Kein Mitglied hat diese E-Mail-Adresse und dieses Passwort.',
  tooOften: 'Das wurde zu oft versucht. Warten Sie ein wenig vor dem nächsten Versuch.',
  forgotten: 'Passwort vergessen?',
  forgottenText: 'Wir schicken Ihnen einen Link, mit dem Sie ein neues Passwort wählen.',
  joinText: 'Wir schicken Ihnen einen Link, mit dem Sie ein Passwort wählen.',
  send: 'Link schicken',
  sent: {
    title: 'Sehen Sie in Ihre E-Mails',
    text: 'Wenn wir an diese Adresse schreiben können, ist eine E-Mail mit einem Link unterwegs. Der Link gilt einen Tag.',
  },
  noMail: 'Wir können gerade keine E-Mails schicken. Bitte fragen Sie uns auf anderem Weg.',
  choose: 'Passwort wählen',
  chooseText: (email) => `Für das Konto von ${email}.`,
  linkOver: { title: 'Dieser Link gilt nicht mehr', text: 'Er wurde benutzt oder ist zu alt. Fordern Sie einen neuen an.' },
  passwordShort: (least) => `Ein Passwort hat mindestens ${least} Zeichen.`,
  passwordLong: (most) => `Ein Passwort hat höchstens ${most} Zeichen.`,
  passwordCommon: 'Dieses Passwort ist leicht zu erraten. Wählen Sie ein anderes.',
  passwordOwnWords: 'Dieses Passwort besteht vor allem aus Ihrem Namen oder Ihrer Adresse. Wählen Sie ein anderes.',
  missing: 'Füllen Sie alle Felder aus.',
  groups: 'Wozu Sie gehören',
  groupUntil: (group, day) => `${group}, bis ${day}`,
  openToYou: 'Seiten, die Ihnen offenstehen',
  keptAboutYou: 'Was über Sie gespeichert ist',
  download: 'Herunterladen',
  leave: 'Mein Konto beenden',
  leaveText: 'Ihr Konto und alles, was über Sie gespeichert ist, wird sofort und endgültig gelöscht.',
  left: { title: 'Ihr Konto ist gelöscht', text: 'Nichts davon ist noch gespeichert.' },
  mails: {
    join: (site, name, link) => ({
      subject: `Ihr Konto bei ${site}`,
      text: `Guten Tag ${name},\n\nwählen Sie hier ein Passwort für Ihr Konto bei ${site}:\n\n${link}\n\nWenn Sie das nicht wollten, lassen Sie diese E-Mail liegen; dann geschieht nichts. Geben Sie den Link nicht weiter.\n`,
    }),
    password: (site, name, link) => ({
      subject: `Ein neues Passwort für ${site}`,
      text: `Guten Tag ${name},\n\nwählen Sie hier ein neues Passwort für Ihr Konto bei ${site}:\n\n${link}\n\nWenn Sie das nicht wollten, lassen Sie diese E-Mail liegen; dann ändert sich nichts. Geben Sie den Link nicht weiter.\n`,
    }),
  },
}

const fr: AccountWords = {
  signIn: 'Se connecter',
  signOut: 'Se déconnecter',
  signOutEverywhere: 'Se déconnecter partout',
  becomeMember: 'Devenir membre',
  yourAccount: 'Votre compte',
  email: 'Adresse de courriel',
  password: 'Mot de passe',
  newPassword: 'Nouveau mot de passe',
  oldPassword: 'Mot de passe actuel',
  name: 'Nom',
  yourName: 'Comment vous vous appelez',
  anotherPassword: 'Un autre mot de passe',
  save: 'Enregistrer',
  saved: 'C’est enregistré.',
  members: { title: 'Pour les membres', text: 'Cette page est réservée à nos membres. Connectez-vous pour la lire.' },
  notYours: {
    title: 'Pas ouverte à votre compte',
    text: 'Cette page est destinée à d’autres membres. Écrivez-nous si vous pensez qu’elle devrait vous être ouverte.',
  },
  locked: {
    title: 'Cette page a un mot de passe',
    text: 'La personne qui vous a donné l’adresse connaît le mot de passe.',
    open: 'Ouvrir la page',
  },
  invitedOnly: 'Seules les personnes que nous invitons deviennent membres.',
  wrongPassword: 'Ce n’est pas le mot de passe.',
  wrongSignIn: 'Aucun membre n’a cette adresse et ce mot de passe.',
  tooOften: 'Trop d’essais. Attendez un peu avant de recommencer.',
  forgotten: 'Mot de passe oublié ?',
  forgottenText: 'Nous vous envoyons un lien pour choisir un nouveau mot de passe.',
  joinText: 'Nous vous envoyons un lien pour choisir un mot de passe.',
  send: 'Envoyez-moi un lien',
  sent: {
    title: 'Regardez votre courriel',
    text: 'Si nous pouvons écrire à cette adresse, un message avec un lien est en route. Le lien est valable un jour.',
  },
  noMail: 'Nous ne pouvons pas envoyer de courriel en ce moment. Contactez-nous autrement.',
  choose: 'Choisir un mot de passe',
  chooseText: (email) => `Pour le compte de ${email}.`,
  linkOver: { title: 'Ce lien n’est plus valable', text: 'Il a été utilisé, ou il est trop ancien. Demandez-en un nouveau.' },
  passwordShort: (least) => `Un mot de passe a au moins ${least} caractères.`,
  passwordLong: (most) => `Un mot de passe a au plus ${most} caractères.`,
  passwordCommon: 'Ce mot de passe est facile à deviner. Choisissez-en un autre.',
  passwordOwnWords: 'Ce mot de passe reprend surtout votre nom ou votre adresse. Choisissez-en un autre.',
  missing: 'Remplissez tous les champs.',
  groups: 'Vos groupes',
  groupUntil: (group, day) => `${group}, jusqu’au ${day}`,
  openToYou: 'Pages qui vous sont ouvertes',
  keptAboutYou: 'Ce qui est conservé sur vous',
  download: 'Le télécharger',
  leave: 'Fermer mon compte',
  leaveText: 'Votre compte et tout ce qui est conservé sur vous disparaissent aussitôt, définitivement.',
  left: { title: 'Votre compte est supprimé', text: 'Rien n’en est conservé.' },
  mails: {
    join: (site, name, link) => ({
      subject: `Votre compte chez ${site}`,
      text: `Bonjour ${name},\n\nchoisissez ici un mot de passe pour votre compte chez ${site} :\n\n${link}\n\nSi vous ne l’avez pas demandé, laissez ce message ; rien ne se passe alors. Ne transmettez pas le lien.\n`,
    }),
    password: (site, name, link) => ({
      subject: `Un nouveau mot de passe pour ${site}`,
      text: `Bonjour ${name},\n\nchoisissez ici un nouveau mot de passe pour votre compte chez ${site} :\n\n${link}\n\nSi vous ne l’avez pas demandé, laissez ce message ; rien ne change alors. Ne transmettez pas le lien.\n`,
    }),
  },
}

const es: AccountWords = {
  signIn: 'Iniciar sesión',
  signOut: 'Cerrar sesión',
  signOutEverywhere: 'Cerrar sesión en todas partes',
  becomeMember: 'Hacerse miembro',
  yourAccount: 'Su cuenta',
  email: 'Correo electrónico',
  password: 'Contraseña',
  newPassword: 'Contraseña nueva',
  oldPassword: 'Contraseña actual',
  name: 'Nombre',
  yourName: 'Cómo se llama',
  anotherPassword: 'Otra contraseña',
  save: 'Guardar',
  saved: 'Guardado.',
  members: { title: 'Para miembros', text: 'Esta página es para nuestros miembros. Inicie sesión para leerla.' },
  notYours: {
    title: 'No está abierta a su cuenta',
    text: 'Esta página es para otros miembros. Pregúntenos si cree que debería estar abierta para usted.',
  },
  locked: {
    title: 'Esta página tiene contraseña',
    text: 'Quien le dio la dirección puede decirle la contraseña.',
    open: 'Abrir la página',
  },
  invitedOnly: 'Solo las personas que invitamos pueden hacerse miembros.',
  wrongPassword: 'Esa no es la contraseña.',
  wrongSignIn: 'Ningún miembro tiene este correo y esta contraseña.',
  tooOften: 'Demasiados intentos. Espere un poco antes de volver a probar.',
  forgotten: '¿Ha olvidado la contraseña?',
  forgottenText: 'Le enviamos un enlace para elegir una contraseña nueva.',
  joinText: 'Le enviamos un enlace para elegir una contraseña.',
  send: 'Enviarme un enlace',
  sent: {
    title: 'Mire su correo',
    text: 'Si podemos escribir a esta dirección, un mensaje con un enlace está en camino. El enlace vale un día.',
  },
  noMail: 'Ahora no podemos enviar correo. Pregúntenos de otra manera.',
  choose: 'Elegir una contraseña',
  chooseText: (email) => `Para la cuenta de ${email}.`,
  linkOver: { title: 'Este enlace ya no vale', text: 'Se usó, o es demasiado antiguo. Pida uno nuevo.' },
  passwordShort: (least) => `Una contraseña tiene al menos ${least} caracteres.`,
  passwordLong: (most) => `Una contraseña tiene como mucho ${most} caracteres.`,
  passwordCommon: 'Esta contraseña es fácil de adivinar. Elija otra.',
  passwordOwnWords: 'Esta contraseña es sobre todo su nombre o su dirección. Elija otra.',
  missing: 'Rellene todos los campos.',
  groups: 'Sus grupos',
  groupUntil: (group, day) => `${group}, hasta el ${day}`,
  openToYou: 'Páginas abiertas para usted',
  keptAboutYou: 'Lo que se guarda sobre usted',
  download: 'Descargarlo',
  leave: 'Cerrar mi cuenta',
  leaveText: 'Su cuenta y todo lo que se guarda sobre usted desaparecen enseguida y para siempre.',
  left: { title: 'Su cuenta ya no existe', text: 'No se guarda nada de ella.' },
  mails: {
    join: (site, name, link) => ({
      subject: `Su cuenta en ${site}`,
      text: `Hola, ${name}:\n\nelija aquí una contraseña para su cuenta en ${site}:\n\n${link}\n\nSi no la pidió, deje este mensaje; entonces no pasa nada. No comparta el enlace.\n`,
    }),
    password: (site, name, link) => ({
      subject: `Una contraseña nueva para ${site}`,
      text: `Hola, ${name}:\n\nelija aquí una contraseña nueva para su cuenta en ${site}:\n\n${link}\n\nSi no la pidió, deje este mensaje; entonces no cambia nada. No comparta el enlace.\n`,
    }),
  },
}

const CATALOGUES: Record<string, AccountWords> = { en, de, fr, es }

/** The words for members in a language that the site's own words are there in; in English where there are none. */
export const accountWords = (language: string): AccountWords => CATALOGUES[siteWords(language).language] ?? en
