"""A dolly's lamps by a second method."""

import math
from itertools import pairwise

import numpy as np
from scipy.interpolate import CubicSpline
from scipy.signal import cont2discrete

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.mechanics.constants import GRAVITY as G
from hazel_lantern.core.rigs.dolly.ground import aside, ground
from hazel_lantern.core.rigs.kit import hand
from tests.second.parts import bought_cost, least_left, most_used
from tests.second.slider import over, sides_of

THREE = ("triangle", "triangle of boards", "wheels under the feet")
PLATE, BOARD, PLY = 0.1, 0.018, 0.6e9
TRUCK, LEAN = 0.19, 40.0
#: Ways looked at in a span.
LOOKS = 16


def frame(rigidity, rests, loads):
    """A rail of cubic elements: how far it sinks under each load, and its moment there."""
    nodes = sorted({round(at, 9) for at in (*rests, *(at for at, _ in loads))})
    stiff, load = np.zeros((2 * len(nodes),) * 2), np.zeros(2 * len(nodes))
    for k, (one, other) in enumerate(pairwise(nodes)):
        h = other - one
        block = np.array(
            [
                [12, 6 * h, -12, 6 * h],
                [6 * h, 4 * h * h, -6 * h, 2 * h * h],
                [-12, -6 * h, 12, -6 * h],
                [6 * h, 2 * h * h, -6 * h, 4 * h * h],
            ]
        )
        stiff[2 * k : 2 * k + 4, 2 * k : 2 * k + 4] += rigidity / h**3 * block
    for at, force in loads:
        load[2 * nodes.index(round(at, 9))] += force
    free = np.ones(len(load), dtype=bool)
    free[[2 * nodes.index(round(at, 9)) for at in rests]] = False
    moved = np.zeros_like(load)
    moved[free] = np.linalg.solve(stiff[np.ix_(free, free)], load[free])
    dips, bends = [], []
    for at, _ in loads:
        n = nodes.index(round(at, 9))
        dips.append(moved[2 * n])
        # The element before it: E I w'' at its end.
        m = max(n - 1, 0)
        h = nodes[m + 1] - nodes[m]
        a, s, b, t = moved[2 * m : 2 * m + 4]
        end = 1.0 if n > 0 else 0.0
        curve = (
            (12 * end - 6) * a / h**2
            + (6 * end - 4) * s / h
            + (6 - 12 * end) * b / h**2
            + (6 * end - 2) * t / h
        )
        bends.append(-rigidity * curve)
    return dips, bends


class Second:
    """One dolly, worked out from its design and its course alone."""

    def __init__(self, found):
        self.found, self.a = found, found.answer
        self.d, self.shot, self.rows = found.answer.design, found.answer.shot, found.answer.rows
        self.case, self.settings = found.case, found.case.settings
        self.on = self.d.track.kind != "no track"
        self.run, self.alpha = self.a.course, self.shot.move.slope
        self.along = self.shot.move.way in ("push in", "pull out")
        self.form, self.three = self.d.platform.form, self.d.platform.form in THREE
        self.trucks = self.form == "board on two trucks"
        self.stand_in()
        self.masses()
        self.drive()
        self.roll()

    def stand_in(self):
        p, w = self.d.platform, self.d.wheels
        self.base = p.spread if self.form == "wheels under the feet" else w.wheelbase
        self.gauge = self.d.track.gauge
        if not self.on:
            self.gauge = max(p.width - PLATE, p.width / 2)
            if self.trucks:
                self.gauge = TRUCK
            if self.form == "wheels under the feet":
                self.gauge = self.base * math.cos(math.pi / 6)
        half, side = self.base / 2, self.gauge / 2
        self.corners = [(-half, -side), (-half, side), (half, -side), (half, side)]
        if self.three:
            self.corners = [(-half, -side), (half, -side), (0.0, side)]
        paired = w.corner != "one set" and not self.trucks
        self.sets = [-w.bogie / 2, w.bogie / 2] if paired else [0.0]
        self.share = 0.5 if self.trucks else float(len(self.sets))
        self.number = 2 if self.trucks else len(self.corners) * len(self.sets)

    def masses(self):
        p, rows = self.d.platform, self.rows
        track, section = self.d.track, rows.section
        bed = 0.0
        if self.on and track.bed == "on sleepers":
            bed = 0.038 if track.sleeper == "pipes, notched" else 0.018
        self.ground = section.properties.height + bed if self.on else 0.0
        deck = self.ground + p.height
        lens, screw = self.shot.camera_height, self.shot.camera_height - self.a.load.lens_axis
        below = p.mount == "hung below"
        screw = min(screw, deck - 0.03) if below else max(screw, deck + 0.03)
        self.screw, self.deck = screw, deck
        self.lens = max(lens, screw + self.a.load.lens_axis)
        middle = sum(left for _, left in self.corners) / len(self.corners)
        self.middle = middle
        flat = (p.length, p.width, 0.02)
        none = (0.0, 0.0, 0.0)
        bodies = [
            (p.mass, 0.0, middle, deck, flat),
            (self.number * rows.roller.mass, 0.0, middle, deck - p.height / 2, flat),
        ]
        total = sum(item.mass for item in self.a.load.items)
        mean = [
            sum(item.mass * getattr(item, axis) for item in self.a.load.items) / total
            for axis in ("forward", "right", "up")
        ]
        ahead, left = (mean[0], -mean[1]) if self.along else (mean[1], mean[0])
        bodies.append((total, ahead, middle + left, screw + mean[2], (0.2, 0.2, 0.25)))
        if p.mount == "stand":
            tall = screw - deck
            size = (0.6 * p.spread, 0.6 * p.spread, tall)
            bodies.append((rows.stand.mass, 0.0, middle, deck + 0.45 * tall, size))
        else:
            bodies.append((p.low_mass, 0.0, middle, (deck + screw) / 2, none))
        if p.operator == "rides":
            back = -p.operator_back * self.shot.move.sense
            bodies.append((p.operator_mass, back, middle, deck + 0.55, (0.4, 0.4, 0.9)))
        if p.ballast:
            up, size = deck + 0.08, (0.8 * p.length, 0.8 * p.width, 0.1)
            if p.ballast_at == "hung under the apex" and p.mount == "stand":
                up, size = deck + 0.2 * (screw - deck), (0.2, 0.2, 0.3)
            bodies.append((p.ballast, 0.0, middle, up, size))
        self.bodies = bodies
        self.mass = sum(one[0] for one in bodies)
        self.x, self.y, self.z = (
            sum(one[0] * one[axis] for one in bodies) / self.mass for axis in (1, 2, 3)
        )
        self.h = self.z - self.ground

    def drive(self):
        d, rows, acc = self.d, self.rows, self.run.acceleration
        sense = self.shot.move.sense
        self.crr = rows.roller.rolling_resistance
        self.crr += 0.0 if self.on else rows.floor.rolling_resistance
        weight, sin, cos = self.mass * G, math.sin(self.alpha), math.cos(self.alpha)
        self.push = self.mass * acc + weight * sin + self.crr * weight * cos * sense
        self.by_hand = self.case.setup.drive.by_hand
        at_deck = not self.by_hand or d.drive.handle == "a rigid handle"
        self.pushed = d.platform.height if at_deck else d.drive.height - self.ground
        radius = self.radius()
        if math.isinf(radius) and self.shot.move.kind == "arc":
            radius = self.shot.move.radius
        self.out = self.mass * self.run.speed**2 / radius
        self.round = radius
        self.load = self.pressed(acc, self.out, self.push)
        at = np.array(self.corners)
        shape = np.stack([np.ones(len(at)), at[:, 0], at[:, 1]])
        level = np.array([weight, weight * self.x, weight * self.y])
        self.rest = shape.T @ np.linalg.solve(shape @ shape.T, level)

    def pressed(self, acc, out, push):
        """Loads of the corners by balance about the rails."""
        weight, sin, cos = self.mass * G, math.sin(self.alpha), math.cos(self.alpha)
        at = np.array(self.corners)
        shape = np.stack([np.ones(len(at)), at[:, 0], at[:, 1]])
        # About the rails: what is heavier ahead, less what speeding up and the slope take off it.
        nose = weight * cos * self.x - (self.mass * acc + weight * sin) * self.h
        nose = nose + push * self.pushed
        left = weight * cos * self.y - out * self.h
        wanted = np.stack([np.full_like(nose, weight * cos), nose, left])
        return shape.T @ np.linalg.solve(shape @ shape.T, wanted)

    def finely(self):
        """Way, speed and acceleration of the pace at three thousand moments."""
        pace, way = self.shot.pace, self.shot.move.distance
        motion = pace.motion(way, np.linspace(0, pace.duration, 3001))
        sense = self.shot.move.sense
        return motion.place, sense * motion.speed, sense * motion.acceleration

    def lightest(self):
        """The least share of its resting load that a corner has over the move."""
        _, speed, acc = self.finely()
        weight, sin, cos = self.mass * G, math.sin(self.alpha), math.cos(self.alpha)
        push = self.mass * acc + weight * sin
        push = push + self.crr * weight * cos * self.shot.move.sense
        load = self.pressed(acc, self.mass * speed**2 / self.round, push)
        return float((load / self.rest[:, None]).min())

    def radius(self):
        track = self.d.track
        if track.kind == "bowed track":
            return self.bow().least_radius
        if track.kind == "pre-bent track":
            return self.shot.move.radius if self.shot.move.kind == "arc" else track.radius
        return math.inf

    def bow(self):
        return elastica.bow(self.d.track.length, self.d.track.sagitta)

    # The rails

    def pieces(self, left):
        """A rail of one side from its start: where each part that bears moment begins and ends."""
        track = self.d.track
        if track.joint != "butted" or track.pieces == 1:
            return [(0.0, track.pieces * track.piece)]
        cuts = [track.piece * at for at in range(1, track.pieces)]
        if not left:
            cuts = [track.piece * (at + 0.5) for at in range(track.pieces)]
        return list(pairwise([0.0, *cuts, track.pieces * track.piece]))

    def apart(self):
        """One sleeper under each end and each joint of either rail, the rest evenly between."""
        track = self.d.track
        stretch = track.piece if track.pieces == 1 else track.piece / 2
        number = 1
        while stretch / number > track.sleepers + 1e-9:
            number += 1
        return stretch / number

    def sunk(self, way, loads):
        """Sinking and moment under each set of each corner, with the dolly at a way, m, N·m."""
        length = self.d.track.pieces * self.d.track.piece
        rigid = self.rows.material.modulus * self.rows.section.properties.effective_moment
        apart = self.apart()
        dips = np.zeros((len(self.corners), len(self.sets)))
        bends = np.zeros_like(dips)
        for left in (True, False):
            on = [
                (way + ahead + offset + length / 2, corner, at)
                for corner, (ahead, side) in enumerate(self.corners)
                for at, offset in enumerate(self.sets)
                if (side > 0) == left
            ]
            for start, end in self.pieces(left):
                here = [one for one in on if start <= one[0] < end or (one[0] >= end == length)]
                if not here:
                    continue
                rests = [k * apart for k in range(round((end - start) / apart) + 1)]
                wheels = [
                    (min(place - start, end - start), loads[corner] / len(self.sets))
                    for place, corner, _ in here
                ]
                found = frame(rigid, rests, wheels)
                for (_, corner, at), dip, bend in zip(here, *found, strict=True):
                    dips[corner, at], bends[corner, at] = dip, bend
        return dips, bends

    def reach(self):
        outer = self.base + (self.d.wheels.bogie if len(self.sets) > 1 else 0.0)
        return max(self.d.track.pieces * self.d.track.piece - outer, 0.0) / 2

    def ways(self):
        return np.linspace(
            -self.reach(), self.reach(), max(3, int(2 * self.reach() / self.apart() * LOOKS))
        )

    def worst(self):
        if not self.on or self.d.track.bed != "on sleepers":
            return 0.0, 0.0
        marks = set(self.load.argmax(axis=1).tolist())
        dips, bends = 0.0, 0.0
        for mark in marks:
            for way in self.ways():
                dip, bend = self.sunk(way, self.load[:, mark])
                dips, bends = max(dips, dip.max()), max(bends, bend.max())
        return dips, bends / self.rows.section.properties.modulus

    # The ride

    def twist(self):
        if self.three:
            return None
        p = self.d.platform
        turning = PLY * p.width * BOARD**3 / 3
        if self.trucks:
            turning = 1 / (1 / turning + 2 / (LEAN * self.base))
        if self.form == "frame of pipe":
            pipe = self.case.row("sections", "aluminium-tube-32x3")
            modulus = self.case.workshop.catalogue.material_of(pipe).modulus
            turning = 2 * modulus / 2.7 * 2 * pipe.properties.second_moment
        stiff = 16 * turning / (self.base * self.gauge**2)
        spread = p.length * p.width / (self.base * self.gauge)
        return stiff, p.mass / 9 * spread**2 + self.number * self.rows.roller.mass

    def roll(self):
        """The ride, stepped in time by a matrix exponential, forces changing evenly."""
        rides = self.a.rides.whole
        self.rides = not any(one.off for one in rides)
        if not self.rides:
            return
        self.seen = [self.rolled(floor, one) for floor, one in enumerate(rides)]

    def rolled(self, floor, shaking):
        times, place = shaking.times, shaking.place
        heights = ground(self.a, place, floor)
        if self.on and self.d.track.bed == "on sleepers":
            mean = self.load.mean(axis=1)
            near = np.abs(self.ways()) <= np.abs(place).max() + self.apart()
            ways = np.linspace(self.ways()[near][0], self.ways()[near][-1], 6 * near.sum())
            dips = np.array([self.sunk(way, mean)[0].mean(axis=1) for way in ways])
            for corner in range(len(self.corners)):
                heights[3, corner] = -CubicSpline(ways, dips[:, corner])(place)
        under = heights.sum(axis=0)
        under = under - under[:, :1]
        at = np.array(self.corners) - [self.x, self.y]
        lifts = np.column_stack([np.ones(len(at)), at])
        inertias = [
            sum(
                m * ((x - self.x) ** 2 + (u - self.z) ** 2 + (s[0] ** 2 + s[2] ** 2) / 12)
                for m, x, _, u, s in self.bodies
            ),
            sum(
                m * ((y - self.y) ** 2 + (u - self.z) ** 2 + (s[1] ** 2 + s[2] ** 2) / 12)
                for m, _, y, u, s in self.bodies
            ),
        ]
        masses, own = [self.mass, *inertias], [0.0, 0.0, 0.0]
        twist = self.twist()
        if twist is not None:
            lifts = np.column_stack([lifts, [1.0, -1.0, -1.0, 1.0]])
            own.append(twist[0])
            masses.append(twist[1])
        k, c = self.share * self.rows.roller.stiffness, self.share * self.rows.roller.damping
        masses = np.array(masses)[:, None]
        stiff = (k * lifts.T @ lifts + np.diag(own)) / masses
        damp = stiff * c / k
        push, kick = k * lifts.T / masses, c * lifts.T / masses
        size = len(masses)
        # With w = q' - kick h the heights' own speed is not needed.
        a = np.block([[np.zeros((size, size)), np.eye(size)], [-stiff, -damp]])
        b = np.vstack([kick, push - damp @ kick])
        step = times[1] - times[0]
        ad, bd, cd, dd, _ = cont2discrete(
            (a, b, np.eye(2 * size), np.zeros((2 * size, len(at)))), step, method="foh"
        )
        state, moved = np.zeros(2 * size), np.zeros((times.size, size))
        for number, height in enumerate(under.T):
            moved[number] = (cd @ state + dd @ height)[:size]
            state = ad @ state + bd @ height
        return self.picture(moved[:, :3].T, times, place)

    def picture(self, moved, times, place):
        """A pinhole camera on the dolly: where the point it looked at goes, and how it turns."""
        heave, pitch, roll = moved
        to_left, yaw = aside(self.a, place)
        ahead = np.zeros_like(times)
        if self.by_hand:
            soft = self.d.drive.handle == "a soft link"
            ahead, force = hand.sent(times, self.settings.hand_unsteady, self.mass, soft)
            k = self.share * self.rows.roller.stiffness
            spread = sum((x - self.x) ** 2 for x, _ in self.corners)
            # Pushed above its weight it noses down.
            pitch = pitch - force * (self.pushed - self.h) / (k * spread)
        lens = self.shot.lens
        sensor = self.case.row("sensors", lens.sensor).width
        focal, away = lens.focal / sensor * lens.frame_width, self.shot.subject.distance
        above = self.shot.camera_height - self.z
        # Small turns of a body: the lens moves by turn × arm.
        arm = (-self.x, self.middle - self.y, above)
        dx = ahead - pitch * arm[2]
        dy = to_left - roll * arm[2]
        dz = heave + pitch * arm[0] + roll * arm[1]
        if self.along:
            nose, tilt, nearer = pitch, roll, ahead
            across = dy
        else:
            nose, tilt, nearer = roll, pitch, to_left
            across = -dx
        half = lens.frame_width / 2 / math.sqrt(3)
        up = focal * nose + focal * dz / away
        side = focal * yaw + focal * across / away
        return np.stack([up, side, half * tilt + half * nearer / away])

    def parts_of_ride(self):
        if not self.rides:
            return None, None
        both = [self.sizes(seen) for seen in self.seen]
        # All but the worst of the floors are no worse.
        return tuple(sorted(one)[-2] for one in zip(*both, strict=True))

    def sizes(self, seen):
        times = self.a.shaking.times
        count, rate = times.size, 1 / (times[1] - times[0])
        total, slow = 0.0, []
        for row in seen:
            line = np.linspace(row[0], row[-1], count)
            waves = np.fft.rfft(row - line)
            waves[np.fft.rfftfreq(count, 1 / rate) < 1.0] = 0
            quick = np.fft.irfft(waves, count)
            total += np.mean(quick**2)
            slow.append(row - quick)
        way = self.a.shaking.place
        sway = max(
            np.abs(row - np.polynomial.Polynomial.fit(way, row, 3)(way)).max() for row in slow
        )
        return math.sqrt(total), float(sway)

    # Lamps

    def all(self):
        d, shot, rows = self.d, self.shot, self.rows
        camera = sum(item.mass for item in self.a.load.items)
        hung = d.platform.ballast if d.platform.ballast_at != "on the deck" else 0.0
        dip, stress = self.worst()
        ride, sway = self.parts_of_ride()
        slows = G * self.crr - G * abs(math.sin(self.alpha))
        slows += d.drive.stopping / self.mass
        past = None
        if slows > 1e-6:
            done, quick, _ = self.finely()
            past = max(0.0, float((quick**2 / 2 / slows - (shot.move.distance - done)).max()))
        way, base = shot.move.distance, self.base
        outer = base + (d.wheels.bogie if len(self.sets) > 1 else 0.0)
        bowed = d.track.kind == "bowed track"
        return {
            "shot": d.track.pieces * d.track.piece - outer if self.on else None,
            "ride": ride,
            "clatter": 0.0 if self.rides else None,
            "wobble": sway,
            "steer": way**2 * math.tan(d.wheels.askew) / 2 / base,
            "track-dip": dip,
            "track-stress": stress / rows.material.working_stress,
            "pipe-strain": self.strain() if bowed else None,
            "arc": self.departs(),
            "wheel-load": float(self.load.max()) / G,
            "wheel-lift": self.lightest() if self.rest.min() > 0 else None,
            "tip": self.tip(),
            "stand-load": most_used(
                (camera + hung, self.rows.stand.rating),
                (camera, self.rows.stand.rating),
                (hung, self.rows.stand.hook_rating),
            )
            if d.platform.mount == "stand"
            else None,
            "feet": self.feet() if d.platform.mount == "stand" else None,
            "push": float(np.abs(self.push).max()),
            "stop": past,
            "runaway": abs(self.alpha),
            "carry": max(
                [one.length for one in self.found.pieces] + [d.platform.length, d.platform.width]
            ),
            "holes": least_left(self.found.templates()),
            "budget": bought_cost(self.found),
        }

    def strain(self):
        """The middle of an elastica, by its own differential equation: k' = -(F/EI) sin."""
        material, whole = self.rows.material, self.bow()
        ends = np.array([-whole.length / 2, whole.length / 2])
        _, _, heads = whole.at(ends)
        shorter = self.d.track.gauge / 2 * float(heads[1] - heads[0])
        alike = self.d.track.bows != "each to its length"
        bow = elastica.Bow(whole.length + (shorter if alike else -shorter), whole.k)
        # Curvature in the middle: between the heading a hair to either side.
        hair = 1e-5 * bow.length
        _, _, turned = bow.at(np.array([-hair, hair]))
        bend = (turned[1] - turned[0]) / (2 * hair)
        if alike:
            # Held beside the outer one all along.
            bend = 1 / (1 / bend - self.d.track.gauge)
        kept = {"yields": 0.5, "creeps": 0.5, "cracks": 0.25}[material.failure]
        kept *= material.yield_stress / material.modulus
        return self.rows.section.width / 2 * bend / kept

    def departs(self):
        """Walk along the drawn line and measure to the subject."""
        if not (
            self.shot.move.kind == "arc" or self.d.track.kind in ("bowed track", "pre-bent track")
        ):
            return None
        far = self.shot.subject.distance
        found = []
        for line in (self.a.line, self.a.wanted):
            x, y, _ = line.at(self.run.place)
            found.append(np.hypot(x, far - y))
        return float(np.abs(found[0] - found[1]).max())

    def on_way(self, ahead, left, up):
        cos, sin = math.cos(self.alpha), math.sin(self.alpha)
        return np.array([ahead * cos - up * sin, left, ahead * sin + up * cos])

    def tip(self):
        turn = {True: [0, 1, 2], False: [0, 2, 3, 1]}[self.three]
        points = [self.on_way(*self.corners[at], 0.0) for at in turn]
        edges, left = sides_of(points), math.inf
        centre = self.on_way(self.x, self.y, self.h)
        hand_at = self.on_way(0.0, 0.0, self.pushed)
        cos, sin = math.cos(self.alpha), math.sin(self.alpha)
        for mark, acc in enumerate(self.run.acceleration):
            inertia = np.array([-self.mass * acc * cos, -self.out[mark], -self.mass * acc * sin])
            push = np.array([self.push[mark] * cos, 0.0, self.push[mark] * sin])
            acting = [(inertia, centre), (push, hand_at)]
            left = min(left, over(edges, self.mass * G, centre, acting))
        return left

    def feet(self):
        p = self.d.platform
        if self.form in ("triangle of boards", "wheels under the feet"):
            half = 0.047 if self.form == "triangle of boards" else 0.05
            return half - abs(self.gauge - p.spread * math.cos(math.pi / 6)) / 2
        count = self.rows.stand.feet
        ring = p.spread / 2 / math.sin(math.pi / count)
        first = -math.pi / 2 - math.pi / count if self.form == "triangle" else 0.0
        spots = np.array(
            [
                (
                    ring * math.cos(first + 2 * math.pi * k / count),
                    ring * math.sin(first + 2 * math.pi * k / count),
                )
                for k in range(count)
            ]
        )
        if self.form == "triangle":
            deck = [(-p.length / 2, -p.width / 2), (p.length / 2, -p.width / 2), (0.0, p.width / 2)]
            spots = spots - spots.mean(axis=0) + np.mean(deck, axis=0)
        else:
            deck = [
                (-p.length / 2, -p.width / 2),
                (p.length / 2, -p.width / 2),
                (p.length / 2, p.width / 2),
                (-p.length / 2, p.width / 2),
            ]
            spots = spots - (spots.max(axis=0) + spots.min(axis=0)) / 2
        room = math.inf
        for one, other in zip(deck, deck[1:] + deck[:1], strict=True):
            along = np.subtract(other, one) / math.dist(one, other)
            room = min(
                room,
                float(
                    (along[0] * (spots[:, 1] - one[1]) - along[1] * (spots[:, 0] - one[0])).min()
                ),
            )
        return room
