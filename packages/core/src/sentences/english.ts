/**
 * What the proof says, by what it says it of. ICU MessageFormat (Unicode CLDR, UTS 35): titles and names come as they are, numbers
 * as numbers, shares as whole per cents.
 */
export const ENGLISH = {
  'box.ground': 'A box will print behind “{title}”: its ground is {ground}, not transparent',
  'box.rectangle': '“{title}” will print as a rectangle: it is opaque to its edges',
  'box.cover': 'A box will print: “{title}” covers {percent, number} % of the board',
  'box.together': 'A box will print: “{title}” and {others} together cover {percent, number} % of the board',

  'code.size': 'The code’s modules print at {mm, number, ::.00} mm: phones need {least, number}',
  'code.contrast': 'The code has a contrast of {ratio, number, ::.0} : 1: phones need {least, number} : 1',
  'code.contrast-on':
    'The code has a contrast of {ratio, number, ::.0} : 1 on {garment}: phones need {least, number} : 1',
  'code.unread': 'The code cannot be read: something covers it, or its ground is too small',
  'code.unread-on': 'The code cannot be read on {garment}: something covers it, or its ground is too small',
  'code.too-long':
    '{characters, number} characters do not fit in a code at this level: shorten the text, or take a lower level',

  'contrast.covered': '“{title}” cannot be seen: other parts lie over all of it',
  'contrast.lost': '“{title}” is lost on {garment}: {percent, number} % of it cannot be told from the cloth',
  'contrast.vanishes':
    '“{title}” vanishes on {garment}: contrast {ratio, number, ::.0} : 1, needs {least, number} : 1',
  'contrast.weak':
    '“{title}” is weak on {garment}: {percent, number} % of its edge is under {least, number} : 1',
  'contrast.vanishes-on':
    '“{title}” vanishes on “{other}”: contrast {ratio, number, ::.0} : 1, needs {least, number} : 1',
  'contrast.weak-on':
    '“{title}” is weak on “{other}”: {percent, number} % of its edge is under {least, number} : 1',

  'distance.smallest':
    'The smallest lettering, “{title}” ({mm, number, ::.0} mm), reads well up to {well, number, ::.#} m, at the limit at {limit, number, ::.#} m',

  'eyes.hardly':
    '“{title}” reads on {garment}, but hardly for eyes that tell {which, select, red {red from green} blue {blue from yellow} other {colours}} poorly apart',

  'extent.small': 'The artwork fills {percent, number} % of the safe area: it will look small',
  'extent.left': 'The artwork sits {mm, number, ::.0} mm left of the centre line',
  'extent.right': 'The artwork sits {mm, number, ::.0} mm right of the centre line',

  'fringe.white': '“{title}” has a white fringe along {percent, number} % of its rim',
  'fringe.black': '“{title}” has a black fringe along {percent, number} % of its rim',

  'haze.share': '{percent, number} % of “{title}” is half transparent: it will print as a pale haze',
  'haze.all': '“{title}” is see-through: it will print as a pale haze',
  'haze.shade': 'The shade of “{title}” is not solid all over: it will print as a pale haze',

  'interior.ink':
    'The ink {ink} disappears on {garment}: {percent, number} % of the artwork looks like a hole',
  'interior.colour':
    'A colour of the artwork disappears on {garment}: {percent, number} % of the artwork looks like a hole',

  'letters.missing': '{face} has no {letters}: choose another typeface for “{title}”',
  'letters.no-typeface': '“{title}” is set in {face}, which is not here: that line will not print',
  'letters.ring':
    'The ring of “{title}” is too small for its words: they run into one another. It needs a radius of {px, number, ::group-off} px',
  'letters.baseline':
    '“{title}” runs along a part that is no longer there, so it is straight: choose another baseline',
  'letters.keyline':
    'Keyline {n, number} of “{title}” is wider than the letters are thick: it leaves nothing inside',
  'letters.thinned':
    'Nothing is left of “{title}”: it is thinned, or its corners rounded, by more than it is thick',
  'letters.too-many':
    '“{title}” has {asked, number} letters, of which the first {drawn, number} are drawn: spread them over several designs',
  'letters.crosses':
    '“{title}” crosses itself so often that one point in {every, number, ::group-off} of it is drawn: bring it in simpler',
  'letters.copies':
    'Of the {asked, number} copies of “{title}” {drawn, number} are drawn: the design has more than can be drawn at once',
  'letters.points':
    '“{title}” has so many points that what is around it is drawn plainly: one keyline as an even stroke, without gaps. Use fewer letters, or a simpler figure',

  'mend.code-size': 'Enlarge it to {mm, number} mm a module',
  'mend.code-ink': 'Change {ink} to {value}: the nearest that can be read',
  'mend.code-ground': 'Print a ground of {value} under it',
  'mend.less-wear': 'Wear it less',
  'mend.spare': 'Spare it from the wear of all',
  'mend.whole': 'Show it whole',
  'mend.no-cut': 'Let it cut nothing',
  'mend.spelling': 'Write {words}',
  'mend.word': '“{word}”',
  'mend.widen-ring': 'Widen the ring',
  'mend.straight': 'Make it straight',
  'mend.remove-keyline': 'Remove this keyline',
  'mend.own-work': 'It is my own work',
  'mend.solid-alpha': 'Print it from half cover on, solid',
  'mend.dots': 'Turn the haze into dots that a press can hold',
  'mend.solid': 'Print it solid',
  'mend.fill': 'Scale all of it to fill the safe area',
  'mend.fill-as-pictures-allow': 'Scale all of it as far as its pictures allow',
  'mend.centre': 'Move all of it to the centre line, by its box',
  'mend.centre-by-eye': 'Move all of it to the centre line, by its weight to the eye',
  'mend.enlarge-to-read': 'Enlarge it until it reads well from {m, number} m',
  'mend.remove-part': 'Remove “{title}”',
  'mend.remove-box': 'Take the ground away, as far as it is joined to the rim',
  'mend.enlarge': 'Enlarge it {times, number} times along its edges, to {dpi, number, ::group-off} dpi',
  'mend.shrink': 'Print it at {percent, number} % of this size, where it has {dpi, number, ::group-off} dpi',
  'mend.lift-fringe': 'Clean its edge: the rim takes the colour of the ink inside',
  'mend.remove-specks':
    '{n, plural, one {Remove the speck} other {Remove all {n, number, ::group-off} specks}}',
  'mend.thicken': 'Thicken it by {mm, number, ::.00} mm all round',
  'mend.close-gaps': 'Close the gaps: grow it by {mm, number, ::.00} mm all round',
  'mend.open-gaps': 'Set the letters wider until the gaps stay open',
  'mend.widen-keyline': 'Widen it to {px, number, ::group-off} px',
  'mend.move-inside': 'Move {whole, select, yes {it and what belongs to it} other {it}} inside the safe area',
  'mend.shrink-inside':
    'Shrink {whole, select, yes {it and what belongs to it} other {it}} to fit the safe area',
  'mend.nearest-ink': 'Change {changes}: the nearest that reads',
  'mend.ink-to': '{ink} to {value}',
  'mend.swap-ink': 'Use the {n, plural, one {ink} other {inks}} {inks} instead',
  'mend.keyline': 'Add a {px, number, ::group-off} px keyline in {colour}',
  'mend.ink': 'the ink {ink}',
  'mend.tint': '{value}, from {garment}’s own hue',
  'mend.to-front': 'Bring it to the front',

  'nothing.empty': 'There is nothing on the board yet: the file would be empty',
  'nothing.hidden': 'Every part is hidden: the file would be empty',
  'nothing.off': 'All of the artwork lies off the board: the file would be empty',
  'nothing.lettering': 'No part has anything to print: its lettering is empty: the file would be empty',
  'nothing.clear': 'The artwork is fully transparent: the file would be empty',
  'nothing.faint': 'The artwork is too small or too faint to print: the file would be empty',

  'resolution.stretched': '“{title}” is stretched to {dpi, number, ::group-off} dpi: needs {least, number}',
  'resolution.stretched-enlarged':
    '“{title}” is stretched to {dpi, number, ::group-off} dpi, {enlarged, number, ::group-off} as it is enlarged: needs {least, number}',
  'resolution.enlarged':
    '“{title}” has {dpi, number, ::group-off} dpi of its own and {enlarged, number, ::group-off} as it is enlarged: look at it at its size',

  'rights.unknown':
    'Nobody has said whether {of, select, part {“{name}”} typeface {the typeface “{name}”} other {the typeface of “{name}”}} may be sold: its licence is unknown',
  'rights.unread':
    'The terms of {of, select, part {“{name}”} typeface {the typeface “{name}”} other {the typeface of “{name}”}} ({licence}) are not known here: read them before you sell it',
  'rights.no-sale':
    '{of, select, part {“{name}”} typeface {The typeface “{name}”} other {The typeface of “{name}”}} may not be sold on goods: its licence is {licence}',
  'rights.unshown':
    '{of, select, part {“{name}”} typeface {The typeface “{name}”} other {The typeface of “{name}”}} is drawn after another’s picture: say whose, and what shows that you may',
  'rights.no-change':
    '{of, select, part {“{name}”} typeface {The typeface “{name}”} other {The typeface of “{name}”}} may not be changed: its licence is {licence}',
  'rights.share-alike':
    'What is made with {of, select, part {“{name}”} typeface {the typeface “{name}”} other {the typeface of “{name}”}} must be given on under {licence}{sourced, select, yes {, {source}} other {}}',
  'rights.attribution':
    'The listing must name the maker of {of, select, part {“{name}”} typeface {the typeface “{name}”} other {the typeface of “{name}”}}: {licence}{sourced, select, yes {, {source}} other {}}',
  'rights.restricted-face':
    '“{title}” is set in {named, select, yes {“{face}”, a typeface} other {a typeface}} that its maker lets nobody embed: ask for a licence that allows goods, and say so',
  'rights.own-face':
    '“{title}” is set in {named, select, yes {“{face}”, a typeface} other {a typeface}} of your own: nobody has said whether its licence allows goods for sale',
  'rights.alone':
    '“{title}” comes from a library and stands alone: marketplaces want something of your own added',

  'safe-area.off': '“{title}” lies off the board: none of it will print',
  'safe-area.beyond': '“{title}” is cut off: it reaches {mm, number, ::.0} mm beyond the print area',
  'safe-area.trim': '“{title}” is cut off {mm, number, ::.0} mm beyond the product’s edge',
  'safe-area.outside':
    '“{title}” is {mm, number, ::.0} mm outside the safe area{shape, select, circle {, which is round} rounded {, whose corners are round} outline {, which has the product’s outline} other {}}',
  'zone.over': '“{title}” lies over: {zone}',

  specks: '“{title}” has {n, plural, one {a speck} other {# specks}} under {mm, number} mm',

  'spelling.word': '{words} is in no dictionary',
  'spelling.words': '{words} in “{title}”: in no dictionary',

  'thin.ink':
    '“{title}” has {n, plural, one {a line} other {# lines}} as thin as {mm, number, ::.00} mm: under {least, number} mm may not print',
  'thin.gap':
    '“{title}” has {n, plural, one {a gap} other {# gaps}} as thin as {mm, number, ::.00} mm: under {least, number} mm may fill in',
  'thin.keyline':
    'The keyline of “{title}” is {mm, number, ::.00} mm: under {least, number} mm may not print',

  'ties.window': 'The window of “{title}” is not there or hidden: it shows whole',
  'ties.mask':
    'A step of “{title}” acts inside a part that is not there: it does nothing. Choose another part there, or let it act everywhere',
  'ties.circle': '“{title}” would cut what it is cut by itself: that cut is left out',
  'ties.joined':
    'Nothing is left of “{title}” and what it is joined with: they have nothing in common that could be drawn',
  'ties.gone': 'Nothing is left of “{title}”: its window or what is knocked out of it takes all of it away',

  'worn.most':
    'Wear takes {percent, number} % of the ink of “{title}”: over {most, number} % letters fall apart',

  'placement.to-its-edge': 'This product is printed to its edge: choose a background colour',
  'placement.no-ground': 'A box will print: this product wants no background colour',
  'placement.jpeg': 'JPEG has no transparency: choose a background colour',
  'placement.mirror': 'Mirrored for transfer paper',
  'placement.nothing': 'There is no artwork to print',
  'placement.off': 'The artwork lies outside the print area: none of it will print',
  'placement.cut': '{inches, number, ::.##} in of the artwork is cut off at the edge of the print area',
  'placement.safe':
    'The artwork reaches out of the safe area{round, select, yes {, which is round} other {}}',
  'placement.zone': 'The artwork reaches over: {zone}',
  'placement.resolution':
    'A picture prints at {dpi, number, ::group-off} dpi: {product} needs {least, number, ::group-off}',
  'placement.wrap': 'It spans {degrees, number}° of the curve: from the front not all of it is seen',
  'placement.small': 'It fills {percent, number} % of the safe area: it may look small',
  'placement.left': '{inches, number, ::.##} in left of the centre line',
  'placement.right': '{inches, number, ::.##} in right of the centre line',

  'cut.nothing': 'There is nothing to cut out: the artwork is empty.',
  'cut.no-piece': 'Nothing is left of the sticker: corners of {mm, number, ::.#} mm are wider than it is.',
  'cut.outline':
    'The part that it is cut to is not there, is hidden, or has no outline: the cut follows the artwork.',
  'cut.by-hand':
    '{n, plural, one {A stretch that was moved by hand no longer fits} other {{n, number} stretches that were moved by hand no longer fit}} the line: the artwork has changed there.',
  'cut.falls-out':
    '{n, plural, one {A part falls} other {{n, number} parts fall}} out when it is peeled, such as the inside of a letter.',
  'cut.pieces': 'It comes off in {n, number} pieces, not as one.',
  'cut.beyond':
    'It runs {mm, number, ::.#} mm beyond the print area: make the artwork smaller, or the border.',
  'cut.border':
    'The artwork is {mm, number, ::.#} mm from the cut; the product asks for {least, number, ::.#} mm.',
  'cut.radius':
    'The blade has to turn at {mm, number, ::.#} mm; the product asks for {least, number, ::.#} mm or more.',
  'cut.paths':
    'The blade follows {n, number, ::group-off} lines; the product takes {most, number, ::group-off} at the most.',
  'cut.points':
    'Its lines have {n, number, ::group-off} points; the product takes {most, number, ::group-off} at the most.',
  'cut.neck': 'It is only {mm, number, ::.#} mm wide here: it may tear as it is peeled.',
  'cut.tongue':
    'A part of {length, number, ::.#} mm hangs on by {width, number, ::.#} mm: its end will lift.',
  'cut.corner': 'A corner of {degrees, number}° sticks out: it will lift.',
  'cut.inner-corner': 'A corner of {degrees, number}° goes in: it may tear from there.',
  'cut.hole': 'A hole of {mm, number, ::.#} mm is too small to be weeded.',
  'cut.small':
    'It is {width, number, ::.#} mm × {height, number, ::.#} mm on a sticker of {most, number, ::.#} mm × {high, number, ::.#} mm: there is room for larger artwork.',
  'cut.mend.radius': 'Round corners to {mm, number, ::.#} mm',
  'cut.mend.follow': 'Let it follow the artwork',
  'cut.mend.let-go': 'Let go of them',
  'cut.mend.join': 'Join them where they are nearest',
  'cut.mend.stencil': 'Hold them as a stencil does',
  'cut.mend.bridges': 'Join them by bridges',
  'cut.mend.fit': 'Make it fit',
  'cut.mend.border': 'Make the border {mm, number, ::.#} mm',
  'cut.mend.round-outer': 'Round outer corners',
  'cut.mend.fill-all': 'Fill all holes',
  'cut.mend.smoother': 'Make it smoother',
  'cut.mend.wide-bridges': 'Make bridges {mm, number, ::.#} mm wide',
  'cut.mend.wider': 'Make the border {mm, number, ::.#} mm wider',
  'cut.mend.close': 'Close gaps up to {mm, number, ::.#} mm wider',
  'cut.mend.round': 'Round the corners',
  'cut.mend.fill-small': 'Fill holes under {mm, number, ::.#} mm',
  'cut.mend.fill': 'Fill the print area',

  'sheet.a-sticker': 'A sticker',
  'sheet.gone': '“{name}” cannot be cut out: its design is gone, or has nothing to see.',
  'sheet.empty': 'There is nothing on the sheet yet.',
  'sheet.border':
    'The artwork of “{name}” is {mm, number, ::.#} mm from its cut; the product asks for {least, number, ::.#} mm.',
  'sheet.beyond': '“{name}” runs {mm, number, ::.#} mm into the margin or beyond it.',
  'sheet.overlap': '“{name}” and “{other}” overlap.',
  'sheet.gap':
    '“{name}” and “{other}” are {mm, number, ::.#} mm apart; the sheet asks for {least, number, ::.#} mm.',

  'seat.width':
    '{width, number, ::.#} in wide on a chest of {chest, number, ::.#} in ({size}): {percent, number} % of it, {below, number, ::.#} in below the collar.',
  'seat.lost': 'It looks small on the chest, as a badge does.',
  'seat.round': 'It reaches round the sides: its ends are not seen from before.',
  'seat.high': 'What weighs most sits right under the collar: move it down.',
  'seat.low': 'What weighs most sits on the belly: move it up.',
} as const satisfies Record<string, string>;
