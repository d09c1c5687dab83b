{
  "format": "gentle-prism-job-document",
  "version": 1,
  "title": "Skerry Point reading house",
  "client": "Skerry Point Reading Society",
  "rooms": [
    {
      "room": "Library",
      "document": {
        "format": "gentle-prism-document",
        "version": 1,
        "title": "Pintle Blotter is a light grey with a blue undertone.",
        "colour": {
          "name": "Pintle Blotter",
          "label": "Haaf Colourmen · H16.3",
          "lab": [
            87.99685958562581,
            -3.238408840904816,
            -0.15563608276163432
          ],
          "lrv": 72.0587,
          "provenance": "reading-average"
        },
        "school": "wall practice",
        "room": "Library",
        "job": "Skerry Point reading house",
        "sections": [
          {
            "key": "is",
            "title": "What it is",
            "page": "first",
            "lines": [
              "LRV 72.1: off-white or light.",
              "It shows a blue undertone, clear or dominant. No pink, no orange, no yellow, no green, no purple.",
              "Cool."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "works",
            "title": "It works",
            "page": "first",
            "lines": [
              "On walls of the whole home, walls of one room, one wall, all over, ceiling, cabinets, island, built-ins, furniture, shutters, front door and porch ceiling.",
              "Its undertone goes with the reading chairs; 52 points of LRV lighter."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "care",
            "title": "Take care",
            "page": "first",
            "lines": [
              "It may look dingy here on the east and west walls, by 7.5 L* darker. The light computed for this room shows it; the rule of practice does not.",
              "Under the lamps it turns warm, by 6.5 Lab units of warmth. Light and practice say the same.",
              "It clashes with the glazed-brick chimney: the undertones pull apart by 5.2 each; 44 points of LRV lighter.",
              "It clashes with the sailcloth blinds: the undertones pull apart by 4.1 each; 3 points of LRV lighter."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "with",
            "title": "Put with it",
            "page": "first",
            "lines": [],
            "edited": false,
            "boards": [
              {
                "name": "Halyard Ebb",
                "caption": "A paler companion",
                "screen": "#EAEEEC"
              },
              {
                "name": "Binnacle Minute",
                "caption": "A middle one",
                "screen": "#BEC4C4"
              },
              {
                "name": "Sextant Bight",
                "caption": "An accent",
                "screen": "#9EAFAE"
              },
              {
                "name": "Vellum Bearing",
                "caption": "Light trim",
                "screen": "#F2EDDE"
              },
              {
                "name": "Coal Hatch",
                "caption": "Dark trim, if wanted",
                "screen": "#404243"
              }
            ]
          },
          {
            "key": "next",
            "title": "Do next",
            "page": "first",
            "lines": [
              "Paint a board: A4 on white board, two coats, 25 mm of white left all round: 37 mL.",
              "Look in the room and write down what you see: 9:00, south wall: nearest to its board, overcast sky wanted; 15:00, north wall: farthest from its board, clear sky wanted; 17:00, east wall: under the evening lamps."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "comparisons",
            "title": "Compared",
            "page": "evidence",
            "lines": [
              "Seven of eleven comparators show the blue. Beside Vang Draught, Pilot Tally, Pintle Quire and Thimble Daybook it recedes, because they carry more of it.",
              "Beside Plain Chart, Pintle Blotter is lighter, less blue, warmer and greyer.",
              "Beside Vang Draught, Pintle Blotter is lighter, less yellow, cooler and clearer.",
              "Beside Splice Quire, Pintle Blotter is less blue, warmer and greyer.",
              "Beside Pilot Tally, Pintle Blotter is lighter, bluer, cooler and clearer.",
              "Beside Pintle Quire, Pintle Blotter is greener and clearer.",
              "Beside Transom Hatch, Pintle Blotter is oranger, warmer and clearer.",
              "Beside Vellum Bearing, Pintle Blotter is lighter, oranger and warmer.",
              "Beside Ice Ledger, Pintle Blotter is lighter and pinker, and probably purpler."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "figures",
            "title": "Figures",
            "page": "evidence",
            "lines": [
              "LRV: 72.1",
              "L*, a*, b*: 88.0, −3.2, −0.2",
              "Undertone strength: 4.9",
              "Undertone hue: 232°",
              "Temperature: −4.7",
              "ΔE00 from the neutral: 5.4"
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "place",
            "title": "Among its neighbours",
            "page": "evidence",
            "lines": [
              "On its strip between Rudder Hatch, lighter by 2.0, and Thimble Daybook, darker by 2.5.",
              "Between Reefing Ticket, warmer and greyer by 2.0, and Pilot Tally, cooler and clearer by 4.9.",
              "Between Oarlock Knot, greener by 5.0, and Reefing Ticket, pinker by 2.0.",
              "Between Splice Quire, yellower by 2.4, and Pilot Tally, bluer by 4.9.",
              "Between Reefing Ticket, oranger by 2.0, and Vang Draught, purpler by 5.8."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "light",
            "title": "In its room’s light",
            "page": "evidence",
            "lines": [
              "Nearest to its board: south wall, 7:00, overcast.",
              "Farthest from it: east wall, 17:30, clear.",
              "Undertone under lamps of 2,700 K: probably on the warm side; 3,000 K: too close to call; 4,000 K: probably blue or green. 4,000 K keeps it nearest to its board. Keep one temperature while sampling and after painting. Beside a clean white under the same lamp it still shifts, most at 2,700 K: ΔE00 1.2.",
              "Beside a clean white in the same light: probably light grey, blue, probably clear or dominant.",
              "Four walls of it look 0.8 C* more coloured than its board: they light each other."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "strengths",
            "title": "At other strengths",
            "page": "evidence",
            "lines": [
              "−75 %: Lighter by ΔE00 3.5, and its blue falls back. Seen by anybody who knew it before.",
              "−50 %: Lighter by ΔE00 2.0, and its blue falls back. Seen by anybody who knew it before.",
              "−25 %: Lighter by ΔE00 0.9, and its undertone holds. Seen side by side, not on two walls.",
              "+25 %: Darker by ΔE00 0.8, and its undertone holds. Seen side by side, not on two walls.",
              "+50 %: Darker by ΔE00 1.5, and its blue comes forward. Seen side by side, not on two walls.",
              "+75 %: Darker by ΔE00 2.1, and its blue comes forward. Seen by anybody who knew it before.",
              "+100 %: Darker by ΔE00 2.7, and its blue comes forward. Seen by anybody who knew it before."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "whites",
            "title": "Whites, trim and sheen",
            "page": "evidence",
            "lines": [
              "Ice Ledger: 14.6 points lighter, so the edge shows; agrees in temperature.",
              "The safe answer, clean and nearly neutral: Binnacle Mantle, LRV 84.9.",
              "The coolest, Ice Ledger (−4.0), suits only a home that is cool throughout.",
              "Walls: matte to eggshell, hides flaws, and can still be wiped.",
              "Kitchen and bath walls: eggshell to satin, steam and grease must wash off.",
              "Ceilings: flat, shows no lap marks, and no lamps in it.",
              "Crown moulding: satin to semi-gloss, this school has it shine like the woodwork.",
              "Trim and sills: satin to semi-gloss, hands, brooms and washing.",
              "Doors: satin to semi-gloss, hands, brooms and washing.",
              "Cabinets: satin to semi-gloss, washed every week.",
              "On crown moulding practitioners differ; this is how wall practice has it.",
              "In semi-gloss Pintle Blotter looks 1.5 L* darker than flat, away from reflections; more sheen washes better and shows every flaw.",
              "A reader that includes gloss finds LRV 72.1 in any sheen; one that leaves it out finds about 69.1 in semi-gloss, which is nearer to what is seen."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "scheme",
            "title": "The scheme",
            "page": "evidence",
            "lines": [
              "A paler companion: Halyard Ebb. LRV 84.8, 80.1 wanted; 4° from the subject’s undertone; undertone 3.2, 3.4 wanted.",
              "A middle one: Binnacle Minute. LRV 54.5, 54.1 wanted; 12° from the subject’s undertone; undertone 4.7, 5.3 wanted.",
              "An accent: Sextant Bight. LRV 41.0, 30.1 wanted; 4° from the subject’s undertone; undertone 7.8, 7.3 wanted.",
              "Light trim: Vellum Bearing. The white that is set for this home.",
              "Dark trim, if wanted: Coal Hatch. 28° from the subject’s undertone."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "use",
            "title": "Surface by surface",
            "page": "evidence",
            "lines": [
              "Walls of the whole home: suits. LRV 72.1, at or above the 55 that walls of a whole home want.",
              "Walls of one room: suits. LRV 72.1, above 30: it holds a room without closing it.",
              "One wall: suits. LRV 72.1: it parts from white walls of 82 up.",
              "All over: suits. LRV 72.1, above 30: walls, trim and ceiling in one, told apart by sheen.",
              "Ceiling: suits. LRV 72.1, at or above 72: it stays up there.",
              "Trim: with care. LRV 72.1, neither a white from 82 nor a near-black: trim of it looks like wall.",
              "Doors: with care. LRV 72.1, neither a white from 82 nor a near-black: trim of it looks like wall.",
              "Cabinets: suits. LRV 72.1: nothing against it; satin to semi-gloss, for washing.",
              "Island: suits. LRV 72.1: an island may be deeper than what stands round it.",
              "Built-ins: suits. LRV 72.1: nothing against it; satin to semi-gloss, for washing.",
              "Furniture: suits. Chroma 3.2: on furniture any colour is small enough.",
              "Floor: with care. LRV 72.1, above 60: dirt shows.",
              "Shutters: suits. In the sun 2.8 L* lighter and 0.1 chroma paler than its board.",
              "Front door: suits. In the sun 2.8 L* lighter and 0.1 chroma paler than its board.",
              "Porch ceiling: suits. LRV 72.1, 55 or more: it throws light into the rooms behind.",
              "Outside walls: with care. In the sun it looks like LRV 77.9, with little colour left: it reads as white."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "cautions",
            "title": "Before painting",
            "page": "evidence",
            "lines": [
              "Old coatings may hold lead: have them tested before sanding or burning off.",
              "Air the room while painting and drying; the product’s safety data sheet says what it gives off.",
              "High ceilings, stairs and outside walls want the right ladder or scaffold, and two people.",
              "A landlord, an association or heritage rules may have to consent: ask before buying paint.",
              "A screen is not a sample: judge from painted boards in the room."
            ],
            "edited": false,
            "boards": []
          },
          {
            "key": "judged",
            "title": "Judged by",
            "page": "evidence",
            "lines": [
              "School: wall practice.",
              "Neutral: painted.",
              "Spectrum, averaged readings, ±0.3 ΔE00.",
              "Painted neutral: at this depth, L* 88.0, a painted grey lies at a* −0.25, b* 3.7, slightly yellow."
            ],
            "edited": false,
            "boards": []
          }
        ]
      }
    }
  ],
  "counter": [
    {
      "colour": "Vellum Bearing",
      "label": "Haaf Colourmen · HW11",
      "sheen": "flat",
      "amount": "19.5 L: 2 × 10 L; 0.5 L left over",
      "recipe": "Base B1, to the litre: lamp black 0.08 mL, earth yellow 0.85 mL.",
      "goes": "Library: ceiling; Stair tower: ceiling; Galley: ceiling; Lamp room: ceiling; North writers’ room: ceiling; South writers’ room: ceiling"
    },
    {
      "colour": "Pintle Blotter",
      "label": "Haaf Colourmen · H16.3",
      "sheen": "matte",
      "amount": "11.7 L: 1 × 10 L and 1 × 2.5 L; 0.8 L left over",
      "recipe": "Base B1, to the litre: lamp black 1.06 mL, earth yellow 0.24 mL, greenish blue 0.90 mL.",
      "goes": "Library: walls"
    },
    {
      "colour": "Shackle Ledger",
      "label": "Thole & Tern · T04.3",
      "sheen": "eggshell",
      "amount": "6.7 L: 1 × 5 L and 1 × 2.5 L; 0.8 L left over",
      "recipe": "Base B1, to the litre: umber 0.94 mL, organic yellow 1.55 mL, violet 0.90 mL.",
      "goes": "Lamp room: walls"
    },
    {
      "colour": "Vellum Bearing",
      "label": "Haaf Colourmen · HW11",
      "sheen": "satin",
      "amount": "4.2 L: 1 × 5 L; 0.8 L left over",
      "recipe": "Base B1, to the litre: lamp black 0.08 mL, earth yellow 0.85 mL.",
      "goes": "Library: doors; Stair tower: trim; Galley: trim and doors; Lamp room: trim and doors; North writers’ room: trim and doors; South writers’ room: trim and doors"
    },
    {
      "colour": "Coal Hatch",
      "label": "Thole & Tern · TK02",
      "sheen": "satin",
      "amount": "0.9 L: 1 × 1 L; 0.1 L left over",
      "recipe": "Base B4, to the litre: lamp black 104.94 mL, greenish blue 13.88 mL, violet 0.20 mL.",
      "goes": "Stair tower: doors"
    }
  ],
  "cautions": [
    "Old coatings may hold lead: have them tested before sanding or burning off.",
    "Air the room while painting and drying; the product’s safety data sheet says what it gives off.",
    "High ceilings, stairs and outside walls want the right ladder or scaffold, and two people.",
    "On escape routes and fire-rated doors only coatings that keep the rating may go: the local code says.",
    "A landlord, an association or heritage rules may have to consent: ask before buying paint.",
    "Doors, handrails and edges of steps must be found by people who see little: see the contrasts.",
    "A screen is not a sample: judge from painted boards in the room."
  ]
}