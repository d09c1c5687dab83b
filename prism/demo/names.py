"""Colour names for the demo world: a pilots' station on a northern point.

Names come from ropes, ledgers, lamps, weather and tide, and are dealt out by a seeded shuffle, so that they tell the
hue no better than real names do.
"""

from __future__ import annotations

import random

FIRST = """Bollard Binnacle Bosun Capstan Cleat Coaming Cuddy Davit Fairlead Fathom Fender Fiddle Gaff Gimbal Grapnel
Halyard Hawser Hurdle Kedge Keelson Lanyard Lazaret Leadline Lubber Marline Mizzen Oakum Oarlock Pannier Parcel
Parrel Pawl Pilot Pintle Pontoon Quoin Ratline Reefing Rowlock Rudder Scuttle Seizing Selvage Sennit Sextant
Shackle Skerry Slipway Sounding Spanker Splice Staysail Stanchion Tallow Tarpaulin Thimble Thole Tiller Transom
Treenail Turnbuckle Vang Windlass Whipping""".split()
SECOND = """Almanac Bearing Bell Bight Blotter Calm Chart Column Daybook Docket Draught Drizzle Ebb Eddy Entry Errand
Ferry Flare Folio Gauge Gloaming Haar Hatch Inkwell Knot Lamp Lantern Ledger Lens Logbook Lull Mantle Margin Minute
Mooring Muster Neap Notice Page Passage Pennant Pocket Quire Register Ripple Roster Scud Shoal Signal Slack
Smoke Snuffer Spindrift Squall Stair Sluice Swell Tally Tariff Ticket Tide Trimmer Turn Undertow Voucher Wake
Warden Watch Wick""".split()
WHITES = [
    "Plain Chart", "Blank Entry", "Clean Docket", "Lens Cloth", "Chalk Sounding", "Limewash Stair", "Salt Register",
    "Cotton Wick", "White Squall", "Tallow Page", "Vellum Bearing", "Oatmeal Voucher", "Mutton Cloth", "Bone Toggle",
    "Ice Ledger", "Gull Column", "Milk Lantern", "Cold Enamel", "Frost Roster", "Shell Margin",
]  # fmt: skip
BLACKS = ["Tarred Seam", "Coal Hatch", "Ink Bottle", "Night Roster", "Lamp Soot", "Pitch Ladle"]
MISLEADING = ["White", "Cream", "Grey", "Blue", "Green", "Stone"]


def deal(count: int, seed: int = 57) -> list[str]:
    """Return `count` names, no two alike, always the same for a seed."""
    pairs = [f"{a} {b}" for a in FIRST for b in SECOND]
    dealer = random.Random(seed)
    dealer.shuffle(pairs)
    names = pairs[:count]
    for i in range(0, count, 29):  # one name in 29 holds a colour word, which may well be the wrong one
        names[i] = f"{names[i].split()[0]} {dealer.choice(MISLEADING)}"
    if len(set(names)) != count:
        raise ValueError(f"{count} names cannot be dealt without a repeat")
    return names
