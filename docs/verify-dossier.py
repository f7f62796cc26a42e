#!/usr/bin/env python3
"""Verifies the chain of a Needler dossier (docs/formats.md, `?as=json`) with nothing but Python: verify-dossier.py FILE"""
import hashlib, json, sys
from decimal import Decimal

def number(value):
    """A number as RFC 8785 writes it: the shortest digits that read back the same, as ECMAScript sets them."""
    if value == int(value) and abs(value) < 1e21: return str(int(value))
    sign, digits, exponent = Decimal(repr(float(value))).normalize().as_tuple()
    digits, point = "".join(map(str, digits)), len(digits) + exponent
    if point > 21 or point < -5:
        text = digits[0] + ("." + digits[1:] if len(digits) > 1 else "") + "e" + ("+" if point > 0 else "-") + str(abs(point - 1))
    elif point <= 0: text = "0." + "0" * -point + digits
    else: text = digits[:point] + "." + digits[point:]
    return ("-" if sign else "") + text

def canonical(value):
    if isinstance(value, dict):
        names = sorted(value, key=lambda name: name.encode("utf-16-be"))
        return "{" + ",".join(canonical(name) + ":" + canonical(value[name]) for name in names) + "}"
    if isinstance(value, list): return "[" + ",".join(map(canonical, value)) + "]"
    if isinstance(value, (int, float)) and not isinstance(value, bool): return number(value)
    return json.dumps(value, ensure_ascii=False)

COVERED = ("id", "type", "body", "seq", "device", "happenedAt", "recordedAt")
dossier, head = json.load(open(sys.argv[1], encoding="utf-8")), ""
for place, entry in enumerate(dossier["events"], 1):
    told = {name: entry[name] for name in COVERED}
    told |= {"jobId": dossier["job"]["id"], "actorId": entry["actor"]["id"], "actorName": entry["actor"]["name"], "prevHash": head}
    if entry.get("deed"): told["deed"] = entry["deed"]
    if entry["seq"] != place or entry["prevHash"] != head or entry["hash"] != hashlib.sha256(canonical(told).encode()).hexdigest():
        sys.exit(f"Entry {place} is not as it was written.")
    head = entry["hash"]
if len(dossier["events"]) != dossier["eventsTotal"] or head != dossier["chain"]["head"]: sys.exit("The end of the log is missing.")
print(f"{len(dossier['events'])} entries, whole, up to {head}")
