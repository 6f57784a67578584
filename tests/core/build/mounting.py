"""A rig put together again from the written tables alone: whatever does not fit is named."""

import csv
import io
import math
import re
from collections import Counter, defaultdict
from fractions import Fraction
from itertools import pairwise

from hazel_lantern.core.build import tables
from hazel_lantern.core.build.data import Sheet, to_csv
from hazel_lantern.core.units import read

#: So much must be left between a hole and the edge of its part, m.
LEAST_EDGE = 0.0015
#: What may be drilled and has no bolt of the tables: what goes through says so itself.
FREE = ("slot", "weight bar", "stand screw", "axle", "pivot's bolt", "mark it", "a tie")
INCH = 0.0254


def mounted(dossier):
    """What is wrong with the pack of a dossier, in words; nothing when it can be built."""
    texts = {
        name: to_csv(Sheet(name, *getattr(tables, f"{name}_table")(dossier)))
        for name in ("parts", "cuts", "made", "holes", "bolts")
    }
    return Bench(texts, dossier.style).faults()


class Bench:
    """The tables of one pack, read back as a maker reads them."""

    def __init__(self, texts, style):
        self.style, self.wrong = style, []
        tables = {name: list(csv.DictReader(io.StringIO(text))) for name, text in texts.items()}
        self.parts = Counter()
        for row in tables["parts"]:
            self.parts[row["Part"]] += int(row["Number"])
        self.made = {row["Part"]: row for row in tables["made"]}
        self.holes = {(row["Part"], row["Hole"]): row for row in tables["holes"]}
        if len(self.holes) != len(tables["holes"]):
            self.wrong.append("two holes of a part are called alike")
        self.bolts, self.cuts = tables["bolts"], tables["cuts"]

    def size(self, text, kind="fine"):
        # A drill called by a number or a letter says in brackets what it drills.
        told = re.search(r"\((.*)\)", text)
        return read(told[1] if told else text, kind, self.style)

    def faults(self):
        self.edges()
        for row in self.bolts:
            self.bolt(row)
        self.mates()
        self.axles()
        self.counts()
        self.used()
        return self.wrong

    def at(self, place):
        hole = self.holes[place]
        return self.size(hole["From left"]), self.size(hole["From near edge"])

    def through(self, row):
        found = []
        for one in row["Goes through"].split("; "):
            part, _, hole = one.removesuffix(" (inside of it)").rpartition(": ")
            found.append((part, hole))
        return found

    def edges(self):
        for (part, label), hole in self.holes.items():
            if part not in self.made:
                self.wrong.append(f"{part} is drilled and is not among the parts")
                continue
            made, radius = self.made[part], self.size(hole["Drill"]) / 2
            for name, side in (("From left", "Length"), ("From near edge", "Breadth")):
                place, end = self.size(hole[name]), self.size(made[side], "length")
                if not radius + LEAST_EDGE <= place <= end - radius - LEAST_EDGE:
                    self.wrong.append(f"{part}: {label} is off its edge")
        rows = list(self.holes.items())
        for number, ((part, label), hole) in enumerate(rows):
            for (other_part, other), second in rows[number + 1 :]:
                apart = math.dist(self.at((part, label)), self.at((other_part, other)))
                meets = apart < (self.size(hole["Drill"]) + self.size(second["Drill"])) / 2
                # The two flanks of an angle are drilled from two sides.
                if part == other_part and meets and "axle" not in label:
                    self.wrong.append(f"{part}: {label} and {other} run into each other")

    def thickness(self, sold_as):
        name = sold_as.split(" × ")[0].removesuffix(" rod")
        if name.startswith("M"):
            return float(name[1:]) / 1e3
        if name.startswith("#"):
            # The numbers of the trade go up from 0.060 in by thirteen thousandths.
            return (0.06 + 0.013 * int(name[1:].split("-")[0])) * 0.0254
        top, bottom = name.split("-")[0].split("/")
        return int(top) / int(bottom) * INCH

    def bolt(self, row):
        name = f"{row['Bolt']} for {row['For']}"
        if row["Bolt"].startswith("wood screw"):
            return self.screw(row, name)
        wide, places = self.thickness(row["Bolt"]), self.through(row)
        for number, place in enumerate(places):
            if place not in self.holes:
                self.wrong.append(f"{name}: there is no hole {place}")
                return None
            drilled, use = self.size(self.holes[place]["Drill"]), self.holes[place]["For"]
            threaded = use.startswith("tap") or (
                row["Ends in"] == "its thread" and number == len(places) - 1
            )
            if threaded:
                fits = 0.7 * wide < drilled < 0.95 * wide
            elif "fit the bush" in use:
                fits = wide < drilled
            else:
                fits = wide < drilled < wide + (0.003 if "eccentric" in use else 0.0021)
            if not fits:
                self.wrong.append(f"{name}: hole {place} of {drilled * 1e3:.2f} mm")
        return self.length(row, name, wide, places)

    def length(self, row, name, wide, places):
        words = row["Bolt"].split(" × ")[1]
        inches = sum(map(Fraction, words.removesuffix(" in").split())) if "in" in words else 0
        long = float(inches) * INCH if inches else float(words) / 1e3
        thick, inside = [], row["Goes through"].split("; ")
        for (part, _), text in zip(places, inside, strict=True):
            thick.append(0 if "(inside" in text else self.size(self.made[part]["Thick"]))
        more, washers = 0.0, 0
        for also in filter(None, row["And"].split("; ")):
            if "washers" in also:
                washers = int(also.split()[0])
            else:
                more += self.size(re.search(r"[\d.]+( mm|\")$", also).group())
        held = sum(thick if row["Ends in"] == "nut" else thick[:-1]) + more
        if abs(held - self.size(row["Clamps"])) > 1e-4:
            self.wrong.append(f"{name} clamps {held * 1e3:.1f} mm, not {row['Clamps']}")
        left = long - held - washers * 0.0016
        if row["Ends in"] == "nut":
            if not 1.2 * wide <= left <= 1.6 * wide + 0.021:
                self.wrong.append(f"{name} leaves {left * 1e3:.1f} mm for its nut")
        elif not 0.4 * wide <= left <= thick[-1] + 1e-4:
            self.wrong.append(f"{name} goes {left * 1e3:.1f} mm into its thread")

    def screw(self, row, name):
        wide = self.size(row["Bolt"].removeprefix("wood screw "))
        *above, wood = (self.size(self.holes[place]["Drill"]) for place in self.through(row))
        if not (wood < wide < min(above)):
            self.wrong.append(f"{name} does not fit its holes")

    def mates(self):
        """Parts that meet by several bolts: their holes must be as far apart in both."""
        pairs = defaultdict(list)
        for row in self.bolts:
            wide = 0.004 if row["Bolt"].startswith("wood") else self.thickness(row["Bolt"])
            places = self.through(row)
            for first, second in pairwise(places):
                if first in self.holes and second in self.holes and first[0] != second[0]:
                    pairs[first[0], second[0]].append((first, second, wide))
        for (one, other), bolts in pairs.items():
            seen, groups = Counter(), defaultdict(list)
            for bolt in bolts:
                # Of parts alike, the first bolt in a hole is of the first part, and so on.
                groups[max(seen[place] for place in bolt[:2])].append(bolt)
                seen.update(bolt[:2])
            for group in groups.values():
                for number, (first, second, wide) in enumerate(group):
                    for other_first, other_second, _ in group[number + 1 :]:
                        room = sum(
                            max(self.size(self.holes[place]["Drill"]) - wide, 0.0)
                            for place in (first, second)
                        )
                        off = math.dist(self.at(first), self.at(other_first)) - math.dist(
                            self.at(second), self.at(other_second)
                        )
                        if abs(off) > max(room / 2, 2e-4):
                            self.wrong.append(
                                f"{one} and {other}: {first[1]} and {other_first[1]} are "
                                f"{off * 1e3:+.2f} mm off"
                            )

    def axles(self):
        """Shafts: in both plates at the same place, and each has its axle and two bushes."""
        seats = defaultdict(dict)
        for (part, label), hole in self.holes.items():
            if label.startswith("shaft "):
                seats[label][part] = hole
        for label, plates in seats.items():
            # How far it is from the same corner of either plate, as printed.
            off = [math.dist(self.at((part, label)), self.at((part, "box a"))) for part in plates]
            if len(off) != 2 or abs(off[0] - off[1]) > 1e-4:
                self.wrong.append(f"{label} does not run through both plates")
            wide = {
                self.size(re.search(r"axle ([\d.]+) mm", one["For"])[1] + " mm")
                for one in plates.values()
            }
            if len(wide) != 1 or any(
                self.size(one["Drill"]) <= max(wide) for one in plates.values()
            ):
                self.wrong.append(f"{label} has no room for a bush")
        if (self.parts["Axle, cut from rod"], self.parts["Flanged bush"]) != (
            len(seats),
            2 * len(seats),
        ):
            self.wrong.append("axles or bushes are missing")
        bores = [one for (part, label), one in self.holes.items() if label == "bore"]
        for one in bores:
            said = self.size(re.search(r"axle ([\d.]+) mm", one["For"])[1] + " mm")
            if abs(self.size(one["Drill"]) - said) > 1e-4:
                self.wrong.append(f"{one['Part']} does not sit on its axle")

    def counts(self):
        needed = Counter(
            row["Bolt"] for row in self.bolts if not row["Bolt"].startswith("wood screw")
        )
        listed = Counter()
        for name, number in self.parts.items():
            if name.startswith("Bolt ") and " × " in name:
                listed[name.removeprefix("Bolt ")] += number
        if needed != listed:
            self.wrong.append(f"bolts needed {dict(needed)}, listed {dict(listed)}")
        spacers = sum(row["And"].count("spacer") for row in self.bolts)
        if spacers != self.parts["Spacer tube"]:
            self.wrong.append(f"{spacers} spacers needed, {self.parts['Spacer tube']} listed")
        for name, made in self.made.items():
            number, of = int(made["Number"]), made["Of"]
            if not of:
                continue
            if "drill" in made["Note"] and of in self.parts and self.parts[of] >= number:
                continue
            if of in {row["Section"] for row in self.cuts}:
                if self.cut(of, made["Length"]) < number:
                    self.wrong.append(f"{name}: {number} of {made['Length']} are not all cut")
                continue
            words = {word.strip(",").rstrip("s") for word in name.lower().split()}
            if not any(
                words <= {word.strip(":,").rstrip("s") for word in part.lower().split()}
                for part in self.parts
            ):
                self.wrong.append(f"{name} is not on the parts list")

    def cut(self, section, length):
        found = 0
        for row in self.cuts:
            if row["Section"] == section:
                found += row["Cut, in order"].split(", ").count(length)
                many = re.fullmatch(r"(\d+) of (.*)", row["Cut, in order"])
                if many and many.group(2) == length:
                    found += int(many.group(1))
        return found

    def used(self):
        used = {place for row in self.bolts for place in self.through(row)}
        for place, hole in self.holes.items():
            if place not in used and not any(
                word in hole["For"] or word in hole["Hole"] for word in FREE
            ):
                self.wrong.append(f"nothing goes through {place}")
