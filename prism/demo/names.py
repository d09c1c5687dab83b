"""Colour names for the demo world: a pilots' station on a northern point.

Names come from ropes, ledgers, lamps, weather and tide, and are dealt out by a seeded shuffle, so that they tell the
hue no better than real names do.
"""

from __future__ import annotations

import random
from collections.abc import Collection

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
MISLEADING = ["White", "Cream", "Grey", "Blue", "Green", "Stone"]


def deal(count: int, taken: Collection[str] = (), seed: int = 57) -> list[str]:
    """Return `count` names, no two alike and none of those taken, always the same for a seed."""
    pairs = [f"{a} {b}" for a in FIRST for b in SECOND if f"{a} {b}" not in taken]
    dealer = random.Random(seed)
    dealer.shuffle(pairs)
    if len(pairs) < count:
        raise ValueError(f"{count} names cannot be dealt without a repeat")
    names, used = pairs[:count], set(pairs[:count]) | set(taken)
    for i in range(0, count, 29):  # one name in 29 holds a colour word, which may well be the wrong one
        misleading = f"{names[i].split()[0]} {dealer.choice(MISLEADING)}"
        if misleading not in used:
            used.add(misleading)
            names[i] = misleading
    return names
