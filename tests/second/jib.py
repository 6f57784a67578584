"""A jib's lamps by a second method."""

import cmath
import itertools
import math

import numpy as np
from scipy.integrate import solve_ivp

from hazel_lantern.core.mechanics.constants import GRAVITY as G
from tests.second.beams import chain, falls, frequencies
from tests.second.parts import bought_cost, least_left, most_used

BOOM_END, BAR_END = 0.03, 0.02
BOLT = 70e6
NODES = 501


def halved(function, low, high, steps=80):
    """Where a rising function of many at once is nothing, by halving."""
    for _ in range(steps):
        middle = (low + high) / 2
        above = function(middle) > 0
        low, high = np.where(above, low, middle), np.where(above, middle, high)
    return (low + high) / 2


class Second:
    """One jib, worked out from its design and the pace of its move alone."""

    def __init__(self, found):
        self.found, self.d, self.case = found, found.answer.design, found.case
        self.shot, self.rows, self.load = found.answer.shot, found.answer.rows, found.answer.load
        self.settings = found.case.settings
        self.front, self.tail = self.d.boom.front, self.d.boom.tail
        self.open = self.d.level.kind == "none"
        items = self.load.items
        self.camera = sum(item.mass for item in items)
        self.along = self.d.platform.looks == "along the boom"
        ahead = sum(i.mass * (i.forward if self.along else -i.right) for i in items) / self.camera
        self.ahead = self.d.platform.ahead + ahead
        self.up = sum(i.mass * i.up for i in items) / self.camera
        j, legs = self.d.pivots, self.d.post.legs
        self.clamped, self.on_head = j.held != "a bolt through it", "head" in j.held
        self.lift = j.above if self.clamped else 0.0
        self.post, self.out = self.d.post.height, None
        if legs.kind == "cut to length":
            self.post = legs.hinge + legs.leg * math.cos(legs.angle)
            self.out = legs.leg * math.sin(legs.angle)
        # From the pivot to the front pin, as the bars see it.
        self.pin_at = complex(self.front, self.lift)
        self.boom()
        self.swings()

    # The boom, its masses and its stiffness along a fine row of places

    def boom(self):
        b, rows = self.d.boom, self.rows
        back = np.linspace(-self.tail, 0, int(NODES * self.tail / (self.tail + self.front)) + 2)
        ahead = np.linspace(0, self.front, NODES)[1:]
        # Close before and after every joint of nested pieces: there all jumps.
        jumps = [at for end in self.joints() for at in (end - b.overlap, end)]
        around = [at + way for at in jumps for way in (-1.5e-3, 1.5e-3)]
        ahead = np.unique(np.concatenate([ahead, around]))
        self.x = np.concatenate([back, ahead])
        self.pin = len(back) - 1
        one = self.d.counterweight
        # The weights' own place is made a node.
        near = int(np.abs(self.x[: self.pin] + one.place).argmin())
        if 0 < near < self.pin:
            self.x[near] = -one.place
        outer = rows.section
        share = np.ones_like(self.x)
        if b.form == "tapered board" and outer.shape == "rectangle":
            reach = np.where(self.x > 0, self.x / self.front, -self.x / self.tail)
            share = 1 - (1 - b.tip_height) * reach

        def stiff(row, material, sideways):
            p = row.properties
            upright = p.second_moment - p.product_moment**2 / p.sideways_moment
            return material.modulus * (p.sideways_moment if sideways else upright)

        self.rigid = stiff(outer, rows.material, False) * share**3
        self.broad = stiff(outer, rows.material, True) * share
        self.line = outer.properties.area * rows.material.density * share
        self.tip_line = float(self.line[-1])
        if b.form == "doubled boards":
            self.rigid, self.broad, self.line = 2 * self.rigid, 2 * self.broad, 2 * self.line
            self.tip_line *= 2
        for (inner, material), end in zip(rows.inner, self.joints(), strict=True):
            more = [stiff(inner, material, side) for side in (False, True)]
            own = inner.properties.area * material.density
            both, past = (self.x > end - b.overlap) & (self.x < end), self.x >= end
            self.rigid = np.where(past, more[0], self.rigid + both * more[0])
            self.broad = np.where(past, more[1], self.broad + both * more[1])
            self.line = np.where(past, own, self.line + both * own)
            self.tip_line = own
        beside = 0.0
        level = self.d.level
        if level.kind == "solid bar":
            line = rows.bar.properties.area * rows.bar_material.density
            self.beside = (line, -BAR_END, abs(self.pin_at) + level.longer + BAR_END)
        elif level.kind == "twin cables":
            self.beside = (2 * rows.wire.line_mass, 0.0, abs(self.pin_at))
        else:
            self.beside = (0.0, 0.0, self.front)
        line, start, end = self.beside
        beside = line * (end - start)
        self.weights = sum(p.mass * p.on_bar for p in one.plates) + one.bar_mass
        self.payload = self.camera + self.d.platform.mass
        past = self.tip_line * BOOM_END
        self.lumps = [
            (self.front, self.payload + beside / 2 + past),
            (-one.place, self.weights),
            (-self.tail, rows.handle_mass),
        ]

    def joints(self):
        """Where each nested piece but the last ends, m."""
        b = self.d.boom
        count = {"two": 1, "three": 2, "four": 3}.get(b.form.split()[0], 0)
        return (b.joint, b.second_joint, b.third_joint)[:count]

    def turning(self, bare=False):
        """Everything that turns as many small bodies: mass, along and above the pins' line."""
        middles = (self.x[:-1] + self.x[1:]) / 2
        mass = (self.line[:-1] + self.line[1:]) / 2 * np.diff(self.x)
        lift = self.lift
        found = [(m, at, lift) for m, at in zip(mass, middles, strict=True)]
        found.append((self.tip_line * BOOM_END, self.front + BOOM_END / 2, lift))
        found.append((self.rows.handle_mass, -self.tail, lift))
        line, start, end = self.beside
        step = (end - start) / 400
        # Its pin on the post is not lifted: a share of the way out has that share of the lift.
        for k in range(400):
            at = self.pin_at * (start + (k + 0.5) * step) / abs(self.pin_at)
            found.append((line * step, at.real, at.imag))
        found.append((self.d.platform.mass, self.front, lift))
        w = self.d.counterweight
        found.append((self.weights, -w.place, w.above + lift))
        if not bare:
            p = self.d.platform
            found.append(
                (self.camera, self.front + p.ahead, p.rise + lift)
                if self.open
                else (self.camera, self.front, lift)
            )
        return np.array(found).T

    # The swing

    def lens(self, swing):
        """Turned as a complex number: what stays level is added after, the rest before."""
        p, turn = self.d.platform, np.exp(1j * np.asarray(swing))
        screw = complex(p.ahead, p.rise)
        at = (self.pin_at + screw) * turn if self.open else self.pin_at * turn + screw
        return at.real, self.post + at.imag + self.load.lens_axis

    def swing_at(self, height):
        stops = self.d.swing
        p = self.d.platform
        lean = cmath.phase(self.pin_at + (complex(p.ahead, p.rise) if self.open else 0.0))
        low = np.full_like(height, -math.pi / 2 - lean)
        high = np.full_like(height, math.pi / 2 - lean)
        found = halved(lambda angle: self.lens(angle)[1] - height, low, high)
        return np.clip(found, -stops.down, stops.up)

    def swings(self):
        self.times, motion = self.shot.pace.marked(self.shot.move.distance)
        sense = self.shot.move.sense
        self.heights = self.shot.camera_height + sense * (
            motion.place - self.shot.move.distance / 2
        )
        self.swing = self.swing_at(self.heights)
        stops = self.d.swing
        self.whole = np.linspace(-stops.down, stops.up, 61)

    def angular(self, times):
        """Angular acceleration by differences of the swing itself."""
        step = 1e-3 * self.shot.pace.duration / 6

        def at(time):
            time = np.clip(time, 0.0, self.shot.pace.duration)
            motion = self.shot.pace.motion(self.shot.move.distance, time)
            way = motion.place - self.shot.move.distance / 2
            return self.swing_at(self.shot.camera_height + self.shot.move.sense * way)

        return (at(times + step) - 2 * at(times) + at(times - step)) / step**2

    # Level

    def moment(self):
        return self.camera * G * self.ahead

    def errors(self):
        level = self.d.level
        stack = level.drilled == "as one stack"
        both = stack and not level.longer and not self.clamped
        along = min(level.bar_error, 1e-4) if both else level.bar_error
        pair = min(level.pins_error, 1e-4) if stack and not level.pins_more else level.pins_error
        return along, pair

    def bar_tilts(self, swing):
        """Closure by halving: the bar's own length at the tilt that is looked for."""
        level, (along, pair) = self.d.level, self.errors()
        play = math.copysign(self.rows.pivot.play, self.moment()) if self.moment() else 0.0
        found = []
        for a, b, c in itertools.product((-1, 0, 1), repeat=3):
            bar = abs(self.pin_at) + level.longer + play + a * along
            post = level.pins + b * pair
            plate = level.pins + level.pins_more + c * pair

            def stretched(tilt, bar=bar, post=post, plate=plate):
                at = self.pin_at * np.exp(1j * swing)
                x = at.real - plate * np.sin(tilt)
                z = at.imag + plate * np.cos(tilt) - post
                # Nose up brings the upper pin back, so the bar would be too long.
                return bar - np.hypot(x, z)

            low, high = np.full_like(swing, -1.0), np.full_like(swing, 1.0)
            found.append(halved(stretched, low, high))
        return np.array(found)

    def cable_state(self, swing):
        """Tilt and pulls of both cables for every sign of the errors, from least energy."""
        level, (_, pair) = self.d.level, self.errors()
        stiff, tight, moment = self.rows.wire.axial_stiffness, level.preload, self.moment()
        tilts, pulls = [], []
        for signs in SIGNS:
            post = level.pins + signs[0] * pair, -(level.pins + signs[1] * pair)
            wide = level.pins + level.pins_more
            plate = wide + signs[2] * pair, -(wide + signs[3] * pair)

            def length(angle, tilt, end, post=post, plate=plate):
                at = self.pin_at * np.exp(1j * np.asarray(angle))
                x = at.real - plate[end] * np.sin(tilt)
                z = at.imag + plate[end] * np.cos(tilt) - post[end]
                return np.hypot(x, z)

            upper = max((moment - 2 * tight * plate[1]) / (plate[0] - plate[1]), 0.0)
            lower = max(2 * tight - upper, 0.0)
            if lower == 0:
                upper = max(moment, 0.0) / plate[0]
            level_at = -cmath.phase(self.pin_at)
            free = [
                length(level_at, 0.0, 0) / (1 + upper / stiff),
                length(level_at, 0.0, 1) / (1 + lower / stiff),
            ]

            def slope(tilt, length=length, free=free):
                step, total = 1e-6, moment
                for end in (0, 1):
                    taut = np.maximum(length(swing, tilt, end) / free[end] - 1, 0.0)
                    rate = length(swing, tilt + step, end) - length(swing, tilt - step, end)
                    total = total + stiff * taut * rate / (2 * step)
                return total

            tilt = halved(slope, np.full_like(swing, -0.5), np.full_like(swing, 0.5), 50)
            tilts.append(tilt)
            pulls.append([stiff * (length(swing, tilt, end) / free[end] - 1) for end in (0, 1)])
        return np.array(tilts), np.array(pulls)

    # Lamps

    def all(self):
        found = {
            "reach": self.reach(),
            "height": self.height(),
            "balance": self.balance(),
            "counterweight": self.trim(),
            "bars-clear": self.bars_clear(),
            "head": float(np.abs(self.swing).max()),
            "bars": self.bars(),
            "boom-stress": self.stress(),
            "boom-dip": float((self.dip() * np.cos(self.swing)).max()),
            "bounce": self.bounce(),
            "windup": self.windup(),
            "tip": self.tip(False),
            "bare-arm": self.tip(True),
            "base-load": most_used(
                (float(self.turning()[0].sum()) + self.rows.turntable.mass, self.d.post.rating),
                (
                    float(self.turning()[0].sum()),
                    self.rows.stand.rating
                    if self.rows.turntable.id == "stand-head"
                    else self.rows.turntable.rating,
                ),
            ),
            "play": self.play(),
            "grip": self.grip(),
            "legs": self.legs(),
            "stack": self.stack(),
            "parked": self.parked(),
            "holes": least_left(self.found.templates()),
            "budget": bought_cost(self.found),
        }
        if not self.open:
            tilts = self.tilts(self.swing)
            change = np.ptp(tilts, axis=1)
            worst = tilts[int(change.argmax())]
            focal = self.focal()
            found["level" if self.along else "roll"] = float(
                np.ptp(focal * np.tan(worst)) if self.along else np.ptp(worst)
            )
        return found

    def tilts(self, swing):
        if self.d.level.kind == "twin cables":
            return self.cable_state(swing)[0]
        return self.bar_tilts(swing)

    def focal(self):
        sensor = self.case.row("sensors", self.shot.lens.sensor).width
        return self.shot.lens.focal / sensor * self.shot.lens.frame_width

    def foot(self, inside):
        feet, spread = self.rows.stand.feet, self.d.post.spread
        if self.out is not None:
            return self.out * math.cos(math.pi / feet) if inside else self.out
        return spread / 2 / (math.tan if inside else math.sin)(math.pi / feet)

    def reach(self):
        return float(self.lens(self.swing)[0].min()) - self.foot(False)

    def height(self):
        heights = self.lens(self.whole)[1]
        half = self.shot.move.distance / 2
        return min(
            heights.max() - self.shot.camera_height - half,
            self.shot.camera_height - half - heights.min(),
        )

    def energy(self, bodies, swing):
        mass, along, up = bodies
        return G * float((mass * (along * math.sin(swing) + up * math.cos(swing))).sum())

    def balance(self):
        bodies, step = self.turning(), 1e-4
        return max(
            abs(
                (self.energy(bodies, a + step) - self.energy(bodies, a - step)) / (2 * step)
                + self.spring(a)
            )
            for a in self.whole
        )

    def spring(self, swing):
        """Torque of a head's counterbalance, N·m, against the swing."""
        return self.d.pivots.counterbalance * math.sin(swing) if self.on_head else 0.0

    def lever(self):
        return self.front + (self.d.platform.ahead if self.open else 0.0)

    def trim(self):
        w = self.d.counterweight
        mass, along, _ = self.turning()
        needed = float((mass * along).sum()) + self.weights * w.place
        if w.carrier == "slides in a slot" and self.weights > 0:
            return (
                min(needed - self.weights * w.nearest, self.weights * w.farthest - needed)
                / self.lever()
            )
        return None

    def bars_clear(self):
        level, rows = self.d.level, self.rows
        beside = rows.bar.height if level.kind == "solid bar" else rows.wire.diameter
        pins = level.pins + min(level.pins_more, 0.0)
        return pins * math.cos(self.steepest()) - (rows.section.height + beside) / 2 - self.lift

    def steepest(self):
        """Of the line from the pivot to the front pin, rad."""
        lead, swing = cmath.phase(self.pin_at), self.d.swing
        return max(swing.up + lead, swing.down - lead)

    def play(self):
        level = self.d.level
        if level.kind != "solid bar":
            return None
        lens = abs(self.d.platform.rise + self.load.lens_axis)
        hurry = self.camera * np.abs(self.angular(self.times)).max() * self.front
        if abs(self.moment()) > (2.0 + hurry) * lens:
            return 0.0
        size = self.focal() if self.along else self.shot.lens.frame_width / 2
        return size * math.tan(self.rows.pivot.play / level.pins)

    def bars(self):
        """The most used, by forces added as vectors at the steeper stop."""
        d, rows, level = self.d, self.rows, self.d.level
        planes = 1 if d.pivots.shear == "single shear" else 2
        weight = float(self.turning()[0].sum()) * G
        drawn = 2 * level.preload if level.kind == "twin cables" else 0.0
        bolt = rows.bolt.stress_area * planes * BOLT
        used = [math.hypot(weight, drawn) / (rows.main_bolt.stress_area * planes * BOLT)]
        if self.on_head:
            used = [self.payload * G / bolt]
        if level.kind == "twin cables":
            used.append(math.hypot(self.payload * G, drawn) / bolt)
            _, pulls = self.cable_state(np.concatenate([self.swing, self.whole]))
            used.append(1 - pulls.min() / level.preload)
            used.append(pulls.max() / (rows.wire.breaking * 0.8 / 5))
        elif level.kind == "solid bar":
            steep = self.steepest()
            # Virtual work: the bar's other end moves p cos(swing) for a turn of the platform.
            pull = self.moment() / (level.pins * math.cos(steep))
            # Forces on the platform: its weight, the bar along itself, what the bolt answers.
            worst = 0.0
            for turn in np.concatenate([self.swing, self.whole]):
                turn = turn + np.angle(self.pin_at)
                bar = self.moment() / (level.pins * math.cos(turn)) * np.exp(1j * turn)
                worst = max(worst, abs(1j * self.payload * G + bar))
            used.append(worst / bolt)
            used.append(abs(pull) / bolt)
            hole = rows.bolt.diameter + rows.pivot.around if rows.pivot.around else rows.bolt.close
            bar, p = rows.bar, rows.bar.properties
            left = 1.0
            if bar.shape in ("round tube", "rectangular tube", "oval tube"):
                left = 1 - 2 * bar.wall * hole / p.area
            elif bar.shape in ("rectangle", "round bar"):
                left = 1 - bar.width * hole / p.area
            bears = p.area * left * rows.bar_material.working_stress
            if pull < 0:
                material = rows.bar_material
                least = min(p.second_moment, p.sideways_moment)
                euler = math.pi**2 * material.modulus * material.creep_factor * least
                bears = min(bears, euler / (abs(self.pin_at) + level.longer) ** 2 / 3)
            used.append(abs(pull) / bears)
        return None if self.too_wide() else max(used)

    def too_wide(self):
        """A hole that its part is too small for is another matter, and no figure of strength."""
        return "Hole too wide" in self.found.by_id["jib.bars"].headline

    def grip(self):
        """The least of what may slip, by a search for the share of its load at which it does."""
        d, found, least = self.d, [], 99.0
        steep = math.sin(max(d.swing.up, d.swing.down))
        items = self.load.items
        aside = sum(i.mass * (i.right if self.along else i.forward) for i in items)
        lens = abs(d.platform.rise + self.load.lens_axis)
        twist = abs(aside) * G + self.settings.hand_push * lens
        mass = (self.line[:-1] + self.line[1:]) / 2 * np.diff(self.x)
        middle = (self.x[:-1] + self.x[1:]) / 2
        if self.clamped:
            pulled = float(self.turning()[0].sum()) * G * steep
            found.append((self.rows.section, d.pivots.clamp_force, pulled))
        if d.boom.locks == "clamping screws":
            for (row, _), end in zip(self.rows.inner, self.joints(), strict=True):
                past = float(mass[middle > end].sum()) + self.payload
                found.append((row, d.boom.lock_force, past * G * steep))
        for row, force, pulled in found:
            round_tube = row.shape == "round tube"

            def slips(share, row=row, force=force, pulled=pulled, turned=round_tube):
                # Each of four faces bears a quarter; slip begins where it needs more than µ N.
                along, around = pulled * share / 4, twist * share / 4 / (row.width / 2)
                return abs(complex(along, around if turned else 0.0)) - 0.2 * force

            low, high = np.array([0.0]), np.array([99.0])
            least = min(least, float(halved(lambda s: np.array([slips(s[0])]), low, high)[0]))
        return least if found else None

    def legs(self):
        """The foot under the arm from the balance of all feet about one axis; the chain by it."""
        legs, feet = self.d.post.legs, self.rows.stand.feet
        if self.out is None:
            return None
        worst = 0.0
        for swing, bare in itertools.product(self.whole, (False, True)):
            weight, x = self.all_weight(swing, bare)
            for way in (1, -1):
                # A stiff top on springs of feet alike: they take a + b cos(turn).
                turns = 2 * math.pi * np.arange(feet) / feet
                shape = np.stack([np.ones(feet), np.cos(turns)])
                grid = np.array([[feet, shape[1].sum()], [shape[1].sum(), (shape[1] ** 2).sum()]])
                a, b = np.linalg.solve(grid, [weight, weight * way * x / self.out])
                worst = max(worst, a + b)
        out = worst * math.tan(legs.angle)
        if legs.tie == "the floor alone":
            return 0.4 * worst / out
        if legs.tie == "stops at the hinges":
            foot = np.array([math.sin(legs.angle), -math.cos(legs.angle)]) * legs.leg
            force = np.array([-0.4 * worst, worst])
            # The floor pushes up and holds back by friction: what turns the leg about its hinge.
            turned = foot[0] * force[1] - foot[1] * force[0]
            return min(60.0 / turned, 99.0) if turned > 0 else 99.0
        # Two sides of the chain pull a foot in, each at half of the corner's angle.
        corner = math.pi * (feet - 2) / feet
        return 600.0 / (out / (2 * math.cos(corner / 2)))

    def all_weight(self, swing, bare=False):
        """N and where it comes down, m from the post."""
        mass, along, up = self.turning(bare)
        out = along * math.cos(swing) - up * math.sin(swing)
        if not bare:
            out[-1] += self.ahead - (self.d.platform.ahead if self.open else 0.0)
        still = self.rows.stand.mass + self.d.post.ballast + self.rows.turntable.mass
        total = float(mass.sum()) + still
        return total * G, float((mass * out).sum()) / total

    def stack(self):
        """Plates put on one by one, heaviest first."""
        w = self.d.counterweight
        ones = sorted(
            (p for plate in w.plates for p in [plate] * plate.on_bar), key=lambda p: -p.mass
        )
        if not ones:
            return None
        left, right = [], []
        for one in ones:
            lighter = left if sum(p.mass for p in left) <= sum(p.mass for p in right) else right
            lighter.append(one)
        narrow = min(one.bore for one in ones) - w.bar_diameter
        fuller = max(sum(p.thick for p in side) for side in (left, right))
        return narrow if narrow < 0 else w.bar_side - fuller - 0.016

    def parked(self):
        """Where the tail's under edge meets its support, by halving."""
        d = self.d
        if d.post.rest != "a support of its height":
            return None
        half = self.rows.section.height / 2

        def over(swing):
            under = complex(-self.tail, self.lift - half)
            return d.post.rest_height - self.post - (under * np.exp(1j * swing)).imag

        peak = math.atan2(self.lift - half, self.tail)
        low, high = np.array([-math.pi / 2 + peak]), np.array([math.pi / 2 + peak])
        if over(low)[0] * over(high)[0] > 0:
            # A support over the tail's top or under its bottom is met at no angle.
            return None
        at = float(halved(over, low, high)[0])
        return min(d.swing.up - at, at + d.swing.down)

    def moments(self):
        """Hogging moment at every place, by statics of what hangs past it."""
        step = np.diff(self.x)
        weight = (self.line[:-1] + self.line[1:]) / 2 * step * G
        middle = (self.x[:-1] + self.x[1:]) / 2
        found = np.zeros_like(self.x)
        for at, place in enumerate(self.x):
            for way in (1, -1) if at == self.pin else ((1,) if at > self.pin else (-1,)):
                past = way * (middle - place) > 0
                total = float((weight[past] * np.abs(middle[past] - place)).sum())
                total += sum(m * G * abs(p - place) for p, m in self.lumps if way * (p - place) > 0)
                found[at] = max(found[at], total)
        return found

    def stress(self):
        b, rows, bent = self.d.boom, self.rows, self.moments()
        w = self.d.counterweight
        hole = rows.main_bolt.diameter + rows.pivot.around
        if not rows.pivot.around:
            hole = rows.main_bolt.close

        def left(width):
            section, p = rows.section, rows.section.properties
            if width > section.height - 0.004:
                return 0.01
            lost = 2 * section.wall if "tube" in section.shape else section.width
            return 1 - lost * width**3 / 12 / p.second_moment

        window = max(rows.bolt.clearance, w.window)
        if not self.clamped:
            bent[self.pin] /= left(hole)
        slot = (w.nearest, w.farthest) if w.carrier == "slides in a slot" else (w.place, w.place)
        inside = (self.x <= -slot[0]) & (self.x >= -slot[1])
        bent[inside] /= left(window)
        worst = 0.0
        p = rows.section.properties
        share = np.ones_like(self.x)
        if b.form == "tapered board":
            reach = np.where(self.x > 0, self.x / self.front, -self.x / self.tail)
            share = (1 - (1 - b.tip_height) * reach) ** 2
        strong = p.second_moment / p.extreme_fibre * rows.material.working_stress * share
        if b.form == "doubled boards":
            strong = 2 * strong
        at_joints = []
        for (inner, material), end in zip(rows.inner, self.joints(), strict=True):
            q = inner.properties
            thin = q.second_moment / q.extreme_fibre * material.working_stress
            # Where both overlap the outer piece is counted alone.
            strong = np.where(self.x >= end, thin, strong)
            at_joints.append(float(np.interp(end, self.x, bent)) / thin)
        worst = max(float((bent / strong).max()), *at_joints, 0.0)
        near = float(np.interp(-slot[0], self.x, self.moments())) / left(window)
        return max(worst, near / float(np.interp(-slot[0], self.x, strong)))

    def sunk(self, moment):
        """Tip's way out of line for a bending moment over the front: twice integrated."""
        front = self.x >= 0
        x, bent = self.x[front], (moment / self.rigid)[front]
        return float(np.trapezoid(bent * (self.front - x), x))

    def dip(self):
        bent = self.moments()
        # At the pin the moment of the front alone bends the front.
        step = np.diff(self.x)[self.pin :]
        weight = (self.line[:-1] + self.line[1:])[self.pin :] / 2 * step * G
        middle = ((self.x[:-1] + self.x[1:]) / 2)[self.pin :]
        end = self.lumps[0][1] * G * self.front
        bent[self.pin] = float((weight * middle).sum()) + end
        return self.sunk(bent) / self.rows.material.creep_factor

    def soft(self):
        return self.sunk(np.maximum(self.front - self.x, 0.0) * (self.x >= 0))

    def rung(self, acceleration, frequency, damping):
        """Most and left of a swing whose foot is hurried, stepped by an ODE solver."""
        omega, end = 2 * math.pi * frequency, self.shot.pace.duration
        grid = np.linspace(0, end, 6001)
        hurry = acceleration(grid)

        def rates(time, state):
            push = np.interp(time, grid, hurry)
            return state[1], -2 * damping * omega * state[1] - omega**2 * state[0] - push

        run = solve_ivp(
            rates, (0, end), (0.0, 0.0), rtol=1e-7, atol=1e-12, max_step=min(0.05, 0.05 / frequency)
        )
        lag, speed = run.y[:, -1]
        ringing = omega * math.sqrt(1 - damping**2)
        left = math.hypot(lag, (speed + damping * omega * lag) / ringing)
        return float(np.abs(run.y[0]).max()), left

    def friction(self):
        rows, level = self.rows, self.d.level
        if self.on_head:
            return self.d.pivots.drag
        drawn = 2 * level.preload if level.kind == "twin cables" else 0.0
        weight, part = float(self.turning()[0].sum()) * G, rows.pivot.friction / 2
        found = part * rows.main_bolt.diameter * math.hypot(weight, drawn) + self.d.pivots.drag
        if self.open:
            return found
        found += part * rows.bolt.diameter * math.hypot(self.payload * G, drawn)
        if level.kind == "solid bar":
            found += part * rows.bolt.diameter * 2 * abs(self.moment() / level.pins)
        return found

    def bounce(self):
        if self.height() < 0:
            # The move runs into its stop: what that does is no bounce of the move's own.
            return None
        bend, masses = chain(self.x, self.rigid, self.line, self.lumps)
        frequency = frequencies(bend, masses, self.pin)[1]
        damping, distance = self.d.boom.damping, self.shot.subject.distance
        hurry = self.angular(self.times) * self.front
        _, left = self.rung(lambda t: self.angular(t) * self.front, frequency, damping)
        mass, along, up = self.turning()
        inertia = float((mass * (along**2 + up**2)).sum())
        effort = (
            inertia * hurry / self.front
            + self.friction() * self.shot.move.sense
            + np.array(
                [
                    G * float((mass * (along * math.cos(a) - up * math.sin(a))).sum())
                    + self.spring(a)
                    for a in self.swing
                ]
            )
        )
        force = np.abs(effort).max() / self.front + self.settings.hand_push
        shown = (left + force * self.soft()) * self.focal() / distance
        return max(math.log(shown), 0.0) / (damping * 2 * math.pi * frequency)

    def windup(self):
        sweep = self.shot.move.sweep
        if not sweep:
            return None
        rows, reach = self.rows, self.front + self.d.platform.ahead
        stiff = 1 / (1 / self.d.post.twist_stiffness + 1 / rows.turntable.twist_stiffness)
        mass, along, _ = self.turning()
        whole = float((mass * along**2).sum())
        if not self.open:
            whole += self.camera * ((self.front + self.ahead) ** 2 - self.front**2)
        bend, masses = chain(self.x, self.broad, self.line, self.lumps)
        size = len(self.x)
        # Base and all: the boom turns with the post as its clamp, whose turn is one freedom more.
        tip = np.zeros(size)
        tip[-1], tip[-2] = 1 / (self.x[-1] - self.x[-2]), -1 / (self.x[-1] - self.x[-2])
        clamp = np.zeros(size + 1)
        # The slope at the pin, over both of its sides, follows the post's turn.
        left, right = self.x[self.pin] - self.x[self.pin - 1], self.x[self.pin + 1]
        full = np.zeros((size + 1, size + 1))
        full[:size, :size] = bend
        for place, gap in ((self.pin - 1, -left), (self.pin + 1, right)):
            clamp[:] = 0.0
            clamp[place], clamp[size] = 1 / gap, -1.0
            hard = 2 * self.broad[self.pin] / abs(gap)
            full += hard * np.outer(clamp, clamp)
        joint = np.zeros(size)
        joint[self.pin - 1], joint[self.pin + 1] = 1 / left, 1 / right
        joint[self.pin] = -1 / left - 1 / right
        full[:size, :size] -= self.broad[self.pin] / ((left + right) / 2) * np.outer(joint, joint)
        full[size, size] += stiff
        inertia = np.zeros((size + 1, size + 1))
        inertia[:size, :size] = np.diag(masses)
        # The camera goes where the tip and its turn take it, not where the tip is; all that the
        # chain has not turns with the post.
        there = self.ahead * tip
        there[-1] += 1.0
        inertia[:size, :size] += self.camera * np.outer(there, there)
        inertia[size - 1, size - 1] -= self.camera
        placed = float((masses * self.x**2).sum())
        placed += self.camera * ((self.front + self.ahead) ** 2 - self.front**2)
        inertia[size, size] = whole - placed
        free = np.arange(size + 1) != self.pin
        where = np.ix_(free, free)
        stiffness, inertia = full[where], inertia[where]
        line = np.append(self.x, 1.0)[free]
        shape = np.linalg.solve(stiffness, inertia @ line)
        for _ in range(6):
            old = shape
            shape = np.linalg.solve(stiffness, inertia @ shape)
            square = float(shape @ inertia @ old) / float(shape @ inertia @ shape)
        frequency = math.sqrt(square) / (2 * math.pi)
        still = np.linalg.solve(stiffness, inertia @ line)
        slope = (still[-2] - still[-3]) / (self.x[-1] - self.x[-2])
        aside = still[-2] + slope * (reach - self.front)

        def hurry(times):
            motion = self.shot.pace.motion(self.shot.move.distance, times)
            return sweep / self.shot.move.distance * motion.acceleration

        most, _ = self.rung(hurry, frequency, 0.05)
        turn = most * square * slope
        return self.focal() * (math.tan(turn) + turn * aside / slope / self.shot.subject.distance)

    def tip(self, bare):
        """Over every side of the feet, panned any way, the weight moved as one point."""
        d, rows, reach = self.d, self.rows, self.foot(True)
        mass, along, up = self.turning(bare)
        swings = self.whole if bare else np.concatenate([self.swing, self.whole])
        pulls = np.zeros_like(swings)
        if not bare:
            whole, x, z = self.turning()
            inertia = float((whole * (x**2 + z**2)).sum())
            drift = np.array(
                [
                    G * float((whole * (x * math.cos(a) - z * math.sin(a))).sum()) + self.spring(a)
                    for a in self.swing
                ]
            )
            effort = inertia * self.angular(self.times) + drift
            effort = effort + self.friction() * self.shot.move.sense
            pulls[: self.swing.size] = effort / self.tail
        left = math.inf
        for swing, pull in zip(swings, pulls, strict=True):
            cos, sin = math.cos(swing), math.sin(swing)
            points = [
                (m, x * cos - z * sin, self.post + x * sin + z * cos)
                for m, x, z in zip(mass, along, up, strict=True)
            ]
            if not bare:
                m, out, high = points.pop()
                if self.open:
                    out += self.ahead - d.platform.ahead
                    high += self.up
                else:
                    out, high = out + self.ahead, high + d.platform.rise + self.up
                points.append((m, out, high))
            points.append((rows.stand.mass, 0.0, 0.4 * self.post))
            points.append((d.post.ballast, 0.0, 0.1 * self.post))
            points.append((rows.turntable.mass, 0.0, self.post - rows.turntable.height))
            total = sum(one[0] for one in points)
            out = sum(one[0] * one[1] for one in points) / total
            high = sum(one[0] * one[2] for one in points) / total
            for way in (1, -1):
                for hand in (0.0, pull):
                    # The hand pulls down at the tail, which is on the other side of the post.
                    moment = hand * (reach + way * (self.tail * cos + self.lift * sin))
                    left = min(left, falls(total * G, reach - way * out, high, moment))
        # What holds at no tilt whatever goes over at once: how far it leans then says nothing.
        return left if left > -1.57 else None


#: Errors of the cables' pins: upper and lower at the post, upper and lower at the platform.
SIGNS = (
    (0, 0, 0, 0),
    (0, 0, 1, -1),
    (0, 0, 1, 1),
    (1, -1, -1, 1),
    (-1, 1, 1, -1),
    (1, 1, -1, -1),
    (-1, -1, 1, 1),
    (1, 0, -1, 0),
    (0, 1, 0, -1),
)
