import type { ENGLISH } from './english';

/** The same in German. */
export const GERMAN: Readonly<Record<keyof typeof ENGLISH, string>> = {
  'box.ground': 'Hinter „{title}“ druckt ein Kasten: Der Grund ist {ground} und nicht durchsichtig',
  'box.rectangle': '„{title}“ druckt als Rechteck: Bis zu den Rändern ist alles deckend',
  'box.cover': 'Ein Kasten druckt: „{title}“ bedeckt {percent, number} % der Fläche',
  'box.together':
    'Ein Kasten druckt: „{title}“ und {others} bedecken zusammen {percent, number} % der Fläche',

  'code.size': 'Die Module des Codes drucken mit {mm, number, ::.00} mm: Telefone brauchen {least, number}',
  'code.contrast':
    'Der Code hat einen Kontrast von {ratio, number, ::.0} : 1: Telefone brauchen {least, number} : 1',
  'code.contrast-on':
    'Der Code hat auf {garment} einen Kontrast von {ratio, number, ::.0} : 1: Telefone brauchen {least, number} : 1',
  'code.unread': 'Der Code ist nicht lesbar: Etwas verdeckt ihn, oder sein Grund ist zu klein',
  'code.unread-on':
    'Der Code ist auf {garment} nicht lesbar: Etwas verdeckt ihn, oder sein Grund ist zu klein',
  'code.too-long':
    '{characters, number} Zeichen passen bei dieser Stufe nicht in einen Code: den Text kürzen oder eine niedrigere Stufe nehmen',

  'contrast.covered': '„{title}“ ist nicht zu sehen: Andere Teile liegen ganz darüber',
  'contrast.lost':
    '„{title}“ geht auf {garment} verloren: {percent, number} % davon sind vom Stoff nicht zu unterscheiden',
  'contrast.vanishes':
    '„{title}“ verschwindet auf {garment}: Kontrast {ratio, number, ::.0} : 1, nötig sind {least, number} : 1',
  'contrast.weak':
    '„{title}“ ist auf {garment} schwach: {percent, number} % des Randes liegen unter {least, number} : 1',
  'contrast.vanishes-on':
    '„{title}“ verschwindet auf „{other}“: Kontrast {ratio, number, ::.0} : 1, nötig sind {least, number} : 1',
  'contrast.weak-on':
    '„{title}“ hebt sich von „{other}“ schwach ab: {percent, number} % des Rands sind unter {least, number} : 1',

  'distance.smallest':
    'Die kleinste Schrift, „{title}“ ({mm, number, ::.0} mm), liest sich bis {well, number, ::.#} m gut, bei {limit, number, ::.#} m ist Schluss',

  'eyes.hardly':
    '„{title}“ ist auf {garment} zu lesen, aber kaum für Augen, die {which, select, red {Rot und Grün} blue {Blau und Gelb} other {Farben}} schlecht unterscheiden',

  'extent.small': 'Das Motiv füllt {percent, number} % des sicheren Bereichs: Es wird klein wirken',
  'extent.left': 'Das Motiv sitzt {mm, number, ::.0} mm links der Mittellinie',
  'extent.right': 'Das Motiv sitzt {mm, number, ::.0} mm rechts der Mittellinie',

  'fringe.white': '„{title}“ hat an {percent, number} % des Randes einen weißen Saum',
  'fringe.black': '„{title}“ hat an {percent, number} % des Randes einen schwarzen Saum',

  'haze.share': '{percent, number} % von „{title}“ sind halb durchsichtig: Das druckt als blasser Schleier',
  'haze.all': '„{title}“ ist durchscheinend: Das druckt als blasser Schleier',
  'haze.shade': 'Der Schatten von „{title}“ ist nicht überall deckend: Das druckt als blasser Schleier',

  'interior.ink':
    'Die Druckfarbe {ink} verschwindet auf {garment}: {percent, number} % des Motivs sehen aus wie ein Loch',
  'interior.colour':
    'Eine Farbe des Motivs verschwindet auf {garment}: {percent, number} % des Motivs sehen aus wie ein Loch',

  'letters.missing': '{face} hat kein {letters}: für „{title}“ eine andere Schrift wählen',
  'letters.no-typeface': '„{title}“ ist in {face} gesetzt, die hier fehlt: Die Zeile druckt nicht',
  'letters.ring':
    'Der Ring von „{title}“ ist zu klein für die Worte: Sie laufen ineinander. Er braucht einen Radius von {px, number, ::group-off} px',
  'letters.baseline':
    '„{title}“ läuft entlang eines Teils, das es nicht mehr gibt, und ist deshalb gerade: eine andere Grundlinie wählen',
  'letters.keyline':
    'Kontur {n, number} von „{title}“ ist breiter, als die Buchstaben dick sind: Innen bleibt nichts übrig',
  'letters.thinned':
    'Von „{title}“ bleibt nichts übrig: Es ist um mehr verdünnt oder gerundet, als es dick ist',
  'letters.too-many':
    '„{title}“ hat {asked, number} Buchstaben, von denen die ersten {drawn, number} gezeichnet werden: auf mehrere Entwürfe verteilen',
  'letters.crosses':
    '„{title}“ kreuzt sich so oft, dass nur jeder {every, number, ::group-off}. Punkt davon gezeichnet wird: einfacher einbringen',
  'letters.copies':
    'Von den {asked, number} Kopien von „{title}“ werden {drawn, number} gezeichnet: Der Entwurf hat mehr, als auf einmal gezeichnet werden können',
  'letters.points':
    '„{title}“ hat so viele Punkte, dass schlicht gezeichnet wird, was darum liegt: eine Kontur als gleichmäßiger Strich ohne Lücken. Weniger Buchstaben oder eine einfachere Figur nehmen',

  'mend.code-size': 'Auf {mm, number} mm je Modul vergrößern',
  'mend.code-ink': '{ink} zu {value} ändern: die nächste Farbe, die lesbar ist',
  'mend.code-ground': 'Einen Grund in {value} darunter drucken',
  'mend.less-wear': 'Weniger abnutzen',
  'mend.spare': 'Von der Abnutzung des Ganzen ausnehmen',
  'mend.whole': 'Ganz zeigen',
  'mend.no-cut': 'Nichts mehr ausschneiden lassen',
  'mend.spelling': '{words} schreiben',
  'mend.word': '„{word}“',
  'mend.widen-ring': 'Den Ring weiter machen',
  'mend.straight': 'Gerade setzen',
  'mend.remove-keyline': 'Diese Kontur entfernen',
  'mend.own-work': 'Es ist meine eigene Arbeit',
  'mend.solid-alpha': 'Ab halber Deckung voll drucken',
  'mend.dots': 'Den Schleier in Punkte auflösen, die eine Presse hält',
  'mend.solid': 'Voll drucken',
  'mend.fill': 'Alles vergrößern, bis es die sichere Fläche füllt',
  'mend.fill-as-pictures-allow': 'Alles vergrößern, so weit seine Bilder es erlauben',
  'mend.centre': 'Alles auf die Mittellinie rücken, nach seinem Rahmen',
  'mend.centre-by-eye': 'Alles auf die Mittellinie rücken, nach seinem Gewicht fürs Auge',
  'mend.enlarge-to-read': 'Vergrößern, bis es aus {m, number} m gut lesbar ist',
  'mend.remove-part': '„{title}“ entfernen',
  'mend.remove-box': 'Den Grund wegnehmen, so weit er am Rand hängt',
  'mend.enlarge': 'Entlang seiner Kanten {times, number}-fach vergrößern, auf {dpi, number, ::group-off} dpi',
  'mend.shrink': 'Mit {percent, number} % dieser Größe drucken, wo es {dpi, number, ::group-off} dpi hat',
  'mend.lift-fringe': 'Die Kante säubern: Der Rand nimmt die Farbe innen an',
  'mend.remove-specks':
    '{n, plural, one {Den Fleck entfernen} other {Alle {n, number, ::group-off} Flecken entfernen}}',
  'mend.thicken': 'Rundum um {mm, number, ::.00} mm verstärken',
  'mend.close-gaps': 'Die Lücken schließen: rundum um {mm, number, ::.00} mm wachsen lassen',
  'mend.open-gaps': 'Die Buchstaben weiter setzen, bis die Lücken offen bleiben',
  'mend.widen-keyline': 'Auf {px, number, ::group-off} px verbreitern',
  'mend.move-inside':
    '{whole, select, yes {Mit allem, was dazugehört, in} other {In}} die sichere Fläche rücken',
  'mend.shrink-inside':
    '{whole, select, yes {Mit allem, was dazugehört, verkleinern} other {Verkleinern}}, bis es in die sichere Fläche passt',
  'mend.nearest-ink': '{changes} ändern: die nächsten Farben, die lesbar sind',
  'mend.ink-to': '{ink} zu {value}',
  'mend.swap-ink': 'Stattdessen die {n, plural, one {Farbe} other {Farben}} {inks} nehmen',
  'mend.keyline': 'Eine Kontur von {px, number, ::group-off} px in {colour} anlegen',
  'mend.ink': 'der Farbe {ink}',
  'mend.tint': '{value}, aus dem Farbton von {garment}',
  'mend.to-front': 'Nach vorn holen',

  'nothing.empty': 'Es liegt noch nichts auf der Fläche: Die Datei wäre leer',
  'nothing.hidden': 'Alle Teile sind ausgeblendet: Die Datei wäre leer',
  'nothing.off': 'Das ganze Motiv liegt neben der Fläche: Die Datei wäre leer',
  'nothing.lettering': 'Kein Teil hat etwas zu drucken, die Schrift ist leer: Die Datei wäre leer',
  'nothing.clear': 'Das Motiv ist ganz durchsichtig: Die Datei wäre leer',
  'nothing.faint': 'Das Motiv ist zu klein oder zu blass zum Drucken: Die Datei wäre leer',

  'resolution.stretched':
    '„{title}“ ist auf {dpi, number, ::group-off} dpi gestreckt: nötig sind {least, number}',
  'resolution.stretched-enlarged':
    '„{title}“ ist auf {dpi, number, ::group-off} dpi gestreckt, vergrößert {enlarged, number, ::group-off}: nötig sind {least, number}',
  'resolution.enlarged':
    '„{title}“ hat selbst {dpi, number, ::group-off} dpi und vergrößert {enlarged, number, ::group-off}: in wahrer Größe ansehen',

  'rights.unknown':
    'Niemand hat gesagt, ob {of, select, part {„{name}“} typeface {die Schrift „{name}“} other {die Schrift von „{name}“}} verkauft werden darf: Die Lizenz ist unbekannt',
  'rights.unread':
    'Die Bedingungen von {of, select, part {„{name}“} typeface {der Schrift „{name}“} other {der Schrift von „{name}“}} ({licence}) sind hier nicht bekannt: vor dem Verkauf lesen',
  'rights.no-sale':
    '{of, select, part {„{name}“} typeface {Die Schrift „{name}“} other {Die Schrift von „{name}“}} darf nicht auf Waren verkauft werden: Die Lizenz ist {licence}',
  'rights.unshown':
    '{of, select, part {„{name}“} typeface {Die Schrift „{name}“} other {Die Schrift von „{name}“}} ist nach einem fremden Bild gezeichnet: sagen, wessen, und was zeigt, dass es erlaubt ist',
  'rights.no-change':
    '{of, select, part {„{name}“} typeface {Die Schrift „{name}“} other {Die Schrift von „{name}“}} darf nicht verändert werden: Die Lizenz ist {licence}',
  'rights.share-alike':
    'Was mit {of, select, part {„{name}“} typeface {der Schrift „{name}“} other {der Schrift von „{name}“}} entsteht, muss unter {licence} weitergegeben werden{sourced, select, yes {, {source}} other {}}',
  'rights.attribution':
    'Das Angebot muss nennen, wer {of, select, part {„{name}“} typeface {die Schrift „{name}“} other {die Schrift von „{name}“}} gemacht hat: {licence}{sourced, select, yes {, {source}} other {}}',
  'rights.restricted-face':
    '„{title}“ ist in {named, select, yes {„{face}“ gesetzt, einer Schrift} other {einer Schrift gesetzt}}, die nach dem Willen ihres Herstellers niemand einbetten darf: um eine Lizenz für Waren bitten und das angeben',
  'rights.own-face':
    '„{title}“ ist in {named, select, yes {„{face}“ gesetzt, einer eigenen Schrift} other {einer eigenen Schrift gesetzt}}: Niemand hat gesagt, ob ihre Lizenz Waren zum Verkauf erlaubt',
  'rights.alone':
    '„{title}“ kommt aus einer Bibliothek und steht allein: Marktplätze wollen, dass etwas Eigenes dazukommt',

  'safe-area.off': '„{title}“ liegt neben der Fläche: Nichts davon druckt',
  'safe-area.beyond':
    '„{title}“ wird abgeschnitten: Es reicht {mm, number, ::.0} mm über die Druckfläche hinaus',
  'safe-area.trim': '„{title}“ wird {mm, number, ::.0} mm jenseits der Produktkante abgeschnitten',
  'safe-area.outside':
    '„{title}“ liegt {mm, number, ::.0} mm außerhalb des sicheren Bereichs{shape, select, circle {, der rund ist} rounded {, dessen Ecken rund sind} outline {, der dem Umriss des Produkts folgt} other {}}',
  'zone.over': '„{title}“ liegt über: {zone}',

  specks: '„{title}“ hat {n, plural, one {einen Fleck} other {# Flecken}} unter {mm, number} mm',

  'spelling.word': '{words} steht in keinem Wörterbuch',
  'spelling.words': '{words} in „{title}“: in keinem Wörterbuch',

  'thin.ink':
    '„{title}“ hat {n, plural, one {eine Linie} other {# Linien}} von nur {mm, number, ::.00} mm: Unter {least, number} mm druckt sie vielleicht nicht',
  'thin.gap':
    '„{title}“ hat {n, plural, one {eine Lücke} other {# Lücken}} von nur {mm, number, ::.00} mm: Unter {least, number} mm läuft sie vielleicht zu',
  'thin.keyline':
    'Die Kontur von „{title}“ ist {mm, number, ::.00} mm breit: Unter {least, number} mm druckt sie vielleicht nicht',

  'ties.window': 'Das Fenster von „{title}“ fehlt oder ist ausgeblendet: Es zeigt sich ganz',
  'ties.mask':
    'Ein Schritt von „{title}“ wirkt in einem Teil, das es nicht gibt: Er tut nichts. Dort ein anderes Teil wählen oder ihn überall wirken lassen',
  'ties.circle': '„{title}“ würde schneiden, wovon es selbst geschnitten wird: Dieser Schnitt entfällt',
  'ties.joined':
    'Von „{title}“ und dem, womit es verbunden ist, bleibt nichts übrig: Sie haben nichts gemeinsam, was zu zeichnen wäre',
  'ties.gone':
    'Von „{title}“ bleibt nichts übrig: Sein Fenster oder das, was ausgespart ist, nimmt alles weg',

  'worn.most':
    'Die Abnutzung nimmt {percent, number} % der Farbe von „{title}“: Über {most, number} % zerfallen Buchstaben',

  'placement.to-its-edge': 'Dieses Produkt wird bis an seinen Rand bedruckt: eine Hintergrundfarbe wählen',
  'placement.no-ground': 'Ein Kasten wird gedruckt: Dieses Produkt will keine Hintergrundfarbe',
  'placement.jpeg': 'JPEG kennt keine Transparenz: eine Hintergrundfarbe wählen',
  'placement.mirror': 'Gespiegelt für Transferpapier',
  'placement.nothing': 'Es gibt nichts zu drucken',
  'placement.off': 'Das Motiv liegt außerhalb der Druckfläche: Nichts davon wird gedruckt',
  'placement.cut': '{inches, number, ::.##} in des Motivs werden am Rand der Druckfläche abgeschnitten',
  'placement.safe':
    'Das Motiv reicht aus der sicheren Fläche hinaus{round, select, yes {, die rund ist} other {}}',
  'placement.zone': 'Das Motiv reicht hinein in: {zone}',
  'placement.resolution':
    'Ein Bild druckt mit {dpi, number, ::group-off} dpi: {product} braucht {least, number, ::group-off}',
  'placement.wrap': 'Es umspannt {degrees, number}° der Rundung: Von vorn ist nicht alles zu sehen',
  'placement.small': 'Es füllt {percent, number} % der sicheren Fläche: Es wirkt vielleicht klein',
  'placement.left': '{inches, number, ::.##} in links von der Mittellinie',
  'placement.right': '{inches, number, ::.##} in rechts von der Mittellinie',

  'cut.nothing': 'Es gibt nichts auszuschneiden: Das Motiv ist leer.',
  'cut.no-piece': 'Vom Aufkleber bleibt nichts übrig: Ecken von {mm, number, ::.#} mm sind breiter als er.',
  'cut.outline':
    'Der Teil, an dem geschnitten wird, fehlt, ist verborgen oder hat keinen Umriss: Der Schnitt folgt dem Motiv.',
  'cut.by-hand':
    '{n, plural, one {Eine von Hand verschobene Strecke passt} other {{n, number} von Hand verschobene Strecken passen}} nicht mehr zur Linie: Das Motiv hat sich dort geändert.',
  'cut.falls-out':
    '{n, plural, one {Ein Teil fällt} other {{n, number} Teile fallen}} beim Abziehen heraus, etwa das Innere eines Buchstabens.',
  'cut.pieces': 'Es löst sich in {n, number} Stücken, nicht in einem.',
  'cut.beyond':
    'Es ragt {mm, number, ::.#} mm über die Druckfläche hinaus: das Motiv oder den Rand verkleinern.',
  'cut.border':
    'Das Motiv liegt {mm, number, ::.#} mm vom Schnitt; das Produkt verlangt {least, number, ::.#} mm.',
  'cut.radius':
    'Die Klinge muss bei {mm, number, ::.#} mm wenden; das Produkt verlangt mindestens {least, number, ::.#} mm.',
  'cut.paths':
    'Die Klinge folgt {n, number, ::group-off} Linien; das Produkt nimmt höchstens {most, number, ::group-off}.',
  'cut.points':
    'Seine Linien haben {n, number, ::group-off} Punkte; das Produkt nimmt höchstens {most, number, ::group-off}.',
  'cut.neck': 'Hier ist es nur {mm, number, ::.#} mm breit: Beim Abziehen reißt es vielleicht.',
  'cut.tongue':
    'Ein Teil von {length, number, ::.#} mm hängt an {width, number, ::.#} mm: Sein Ende wird sich lösen.',
  'cut.corner': 'Eine Ecke von {degrees, number}° steht vor: Sie wird sich lösen.',
  'cut.inner-corner': 'Eine Ecke von {degrees, number}° springt ein: Von dort reißt es vielleicht.',
  'cut.hole': 'Ein Loch von {mm, number, ::.#} mm ist zu klein zum Entgittern.',
  'cut.small':
    'Es misst {width, number, ::.#} mm × {height, number, ::.#} mm auf einem Aufkleber von {most, number, ::.#} mm × {high, number, ::.#} mm: Ein größeres Motiv hätte Platz.',
  'cut.mend.radius': 'Ecken auf {mm, number, ::.#} mm runden',
  'cut.mend.follow': 'Dem Motiv folgen lassen',
  'cut.mend.let-go': 'Sie fallen lassen',
  'cut.mend.join': 'Sie verbinden, wo sie am nächsten liegen',
  'cut.mend.stencil': 'Sie halten wie in einer Schablone',
  'cut.mend.bridges': 'Sie durch Stege verbinden',
  'cut.mend.fit': 'Einpassen',
  'cut.mend.border': 'Den Rand {mm, number, ::.#} mm breit machen',
  'cut.mend.round-outer': 'Äußere Ecken runden',
  'cut.mend.fill-all': 'Alle Löcher füllen',
  'cut.mend.smoother': 'Glatter machen',
  'cut.mend.wide-bridges': 'Stege {mm, number, ::.#} mm breit machen',
  'cut.mend.wider': 'Den Rand um {mm, number, ::.#} mm verbreitern',
  'cut.mend.close': 'Um {mm, number, ::.#} mm breitere Lücken schließen',
  'cut.mend.round': 'Die Ecken runden',
  'cut.mend.fill-small': 'Löcher unter {mm, number, ::.#} mm füllen',
  'cut.mend.fill': 'Die Druckfläche füllen',

  'sheet.a-sticker': 'Ein Aufkleber',
  'sheet.gone': '„{name}“ kann nicht ausgeschnitten werden: Sein Design fehlt oder zeigt nichts.',
  'sheet.empty': 'Auf dem Bogen liegt noch nichts.',
  'sheet.border':
    'Das Motiv von „{name}“ liegt {mm, number, ::.#} mm von seinem Schnitt; das Produkt verlangt {least, number, ::.#} mm.',
  'sheet.beyond': '„{name}“ ragt {mm, number, ::.#} mm in den Rand des Bogens oder darüber hinaus.',
  'sheet.overlap': '„{name}“ und „{other}“ überlappen.',
  'sheet.gap':
    '„{name}“ und „{other}“ liegen {mm, number, ::.#} mm auseinander; der Bogen verlangt {least, number, ::.#} mm.',

  'seat.width':
    '{width, number, ::.#} in breit auf einer Brust von {chest, number, ::.#} in ({size}): {percent, number} % davon, {below, number, ::.#} in unter dem Kragen.',
  'seat.lost': 'Auf der Brust wirkt es klein, wie ein Abzeichen.',
  'seat.round': 'Es reicht um die Seiten herum: Von vorn sind seine Enden nicht zu sehen.',
  'seat.high': 'Was am meisten wiegt, sitzt dicht unter dem Kragen: nach unten rücken.',
  'seat.low': 'Was am meisten wiegt, sitzt auf dem Bauch: nach oben rücken.',
};
