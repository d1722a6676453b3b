import type { FilmScene } from './films';
import { number, one, statement } from './questions';

/** The films of the sample course, scene by scene: what is drawn, what is said, and what it stops to ask. */
export const films: Record<string, readonly FilmScene[]> = {
  'welcome-to-the-river': [
    {
      heading: 'Welcome to the river',
      drawing: 'river',
      says: 'Welcome. In the next weeks you will learn to read a small river: how much water it carries, what lives in it, and what both of these tell you.',
      german:
        'Willkommen. In den nächsten Wochen lernst du, einen kleinen Fluss zu lesen: wie viel Wasser er führt, was in ihm lebt, und was dir beides sagt.',
    },
    {
      heading: 'What you will bring back',
      drawing: 'reach',
      says: 'You will choose forty metres of your own, visit them more than once, and come back with numbers that another volunteer could trust.',
      german:
        'Du suchst dir vierzig Meter aus, gehst mehr als einmal hin, und bringst Zahlen mit, denen jemand anderes trauen kann.',
    },
    {
      heading: 'How the course works',
      drawing: 'bank',
      says: 'Each week opens a new part. Nothing needs to be hurried, and everything you write is kept.',
      german:
        'Jede Woche öffnet einen neuen Teil. Nichts muss schnell gehen, und alles, was du schreibst, bleibt erhalten.',
    },
    {
      heading: 'Before you begin',
      drawing: 'reach',
      says: 'Find the stream nearest to where you live, and walk along it once with nothing in your hands. Look, listen, and come back curious.',
      german:
        'Such den Bach, der dir am nächsten ist, und geh einmal mit leeren Händen an ihm entlang. Schau, hör zu, und komm neugierig zurück.',
    },
  ],
  'safety-at-the-bank': [
    {
      heading: 'Never alone',
      drawing: 'safety',
      says: 'Go in pairs, always. One of you stays on the bank while the other is in the water.',
      german: 'Geht immer zu zweit. Eine bleibt am Ufer, solange die andere im Wasser ist.',
    },
    {
      heading: 'Know the level',
      drawing: 'river',
      says: 'If the water is above your knee, or brown after rain, you do not go in. You can survey another day.',
      german:
        'Steht das Wasser über dem Knie, oder ist es braun nach Regen, geht ihr nicht hinein. Messen könnt ihr an einem anderen Tag.',
    },
    {
      heading: 'Wash when you leave',
      drawing: 'bank',
      says: 'Clean and dry your boots and net before you visit another river, so that you carry nothing from one to the next.',
      german:
        'Reinigt und trocknet Stiefel und Netz, bevor ihr an einen anderen Fluss geht, damit ihr nichts von einem zum nächsten tragt.',
    },
    {
      heading: 'When something goes wrong',
      drawing: 'safety',
      says: 'If somebody slips, reach out with a pole and never with your hand. Call for help first, then keep talking to them until it comes.',
      german:
        'Wenn jemand ausrutscht, reicht eine Stange und nie die Hand. Ruft zuerst Hilfe, und redet dann weiter, bis sie kommt.',
    },
  ],
  'walking-the-reach': [
    {
      heading: 'Before you go in',
      drawing: 'reach',
      says: 'Walk the whole stretch on the bank before you choose. You are looking for forty metres that hold one riffle, one run and one pool.',
      german:
        'Geht die ganze Strecke am Ufer ab, bevor ihr wählt. Ihr sucht vierzig Meter mit einer Rausche, einem Lauf und einem Kolk.',
    },
    {
      heading: 'The riffle',
      drawing: 'riffle',
      says: 'The riffle is shallow and fast, and breaks over stones. Most of the animals you will count live here, because the water brings them air and food.',
      german:
        'Die Rausche ist flach und schnell und bricht sich an Steinen. Die meisten Tiere, die ihr zählt, leben hier, denn das Wasser bringt ihnen Luft und Nahrung.',
      asks: one(
        'Which stretch would you sample?',
        1000,
        [
          ['The pool under the footbridge', false, 'Still water hides the animals you are counting.'],
          ['The riffle twenty metres below it', true],
          ['The bank where cattle drink', false, 'Trodden mud says more about the cattle than about the river.'],
        ],
        'Moving water brings air and food; most of what you will count lives there.',
        'Where does the water bring air and food?',
      ),
    },
    {
      heading: 'The pool',
      drawing: 'pool',
      says: 'The pool is deep and slow. It hides animals from your net, so a pool alone makes a poor sample.',
      german:
        'Der Kolk ist tief und langsam. Er verbirgt Tiere vor eurem Netz, deshalb ist ein Kolk allein eine schlechte Probe.',
      asks: statement('A pool alone makes a good sample.', 1000, false, 'Think of what the net cannot reach.'),
    },
    {
      heading: 'Marking the ends',
      drawing: 'reach',
      says: 'Mark both ends with tape, at a height that floods will not reach, so that you come back to the same place in autumn.',
      german:
        'Markiert beide Enden mit Band, so hoch, dass kein Hochwasser es erreicht, damit ihr im Herbst an dieselbe Stelle zurückfindet.',
    },
  ],
  'the-float-method': [
    {
      heading: 'Ten metres and an orange',
      drawing: 'float',
      says: 'Measure ten metres along the bank. Drop an orange in above the first mark, and time it from mark to mark. Do it three times.',
      german:
        'Messt zehn Meter am Ufer ab. Werft oberhalb der ersten Marke eine Orange hinein und stoppt die Zeit von Marke zu Marke. Macht das dreimal.',
    },
    {
      heading: 'The surface is too fast',
      drawing: 'float',
      says: 'Water at the surface moves faster than the water below it. Multiply the surface speed by nought point eight five to get the mean speed.',
      german:
        'An der Oberfläche ist das Wasser schneller als darunter. Nehmt die Geschwindigkeit mal null Komma acht fünf, dann habt ihr die mittlere.',
      asks: number(
        'The orange took 20 s for 10 m. What is the mean speed?',
        1000,
        '0.425',
        '0.005',
        'm/s',
        '10 m in 20 s is 0.5 m/s at the surface; times 0.85 that is 0.425 m/s.',
        'Work out the speed at the surface first, then the mean.',
      ),
    },
    {
      heading: 'Speed times area',
      drawing: 'section',
      says: 'Width times mean depth is the area of the cross section. Area times mean speed is the discharge, in cubic metres a second.',
      german:
        'Breite mal mittlere Tiefe ist die Fläche des Querschnitts. Fläche mal mittlere Geschwindigkeit ist der Abfluss, in Kubikmetern in der Sekunde.',
    },
    {
      heading: 'How sure are you?',
      drawing: 'section',
      says: 'If your three times differ by more than a fifth, something was in the way: a stone, a branch, the wind. Clear it, and begin again.',
      german:
        'Weichen die drei Zeiten um mehr als ein Fünftel ab, war etwas im Weg: ein Stein, ein Ast, der Wind. Räumt es weg und fangt von vorne an.',
    },
  ],
  'the-three-minute-kick-sample': [
    {
      heading: 'Three minutes, all habitats',
      drawing: 'kick',
      says: 'Divide three minutes between the habitats you see, in proportion. Kick the bed in front of the net, and let the water carry what you loosen into it.',
      german:
        'Teilt drei Minuten unter den Lebensräumen auf, die ihr seht, nach ihrem Anteil. Wühlt das Bett vor dem Netz auf, und lasst das Wasser hineintragen, was sich löst.',
    },
    {
      heading: 'Into the tray',
      drawing: 'tray',
      says: 'Empty the net into a white tray with a little river water, wait a minute, and look before you touch anything.',
      german:
        'Leert das Netz in eine weiße Schale mit etwas Flusswasser, wartet eine Minute, und schaut, bevor ihr etwas anfasst.',
    },
    {
      heading: 'Name and let go',
      drawing: 'tray',
      says: 'Lift each animal with a spoon, name its family, and tick it on your sheet. What you cannot name, you draw, as large as your thumb. Then pour the tray back gently, where you took it from.',
      german:
        'Hebt jedes Tier mit einem Löffel heraus, nennt seine Familie, und macht einen Strich auf dem Blatt. Was ihr nicht nennen könnt, zeichnet ihr. Dann gießt die Schale sanft zurück, wo ihr sie gefüllt habt.',
    },
  ],
};
