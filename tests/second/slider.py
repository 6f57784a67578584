"""A slider's lamps by a second method."""

import math

import numpy as np

from hazel_lantern.core.mechanics.constants import GRAVITY as G
from tests.second.beams import Rail, clamped_both, falls, overhang
from tests.second.parts import bought_cost, least_left, most_used

MARGIN, CAMERA, FOOT = 0.02, 0.015, 0.012
BLOCKS = {"floor": (0.02, 0.35, 0.1), "table": (0.45, 0.95, 0.04)}


class Second:
    """One slider, worked out from its design and its course alone."""

    def __init__(self, found):
        self.found, self.a = found, found.answer
        self.d, self.shot, self.rows = found.answer.design, found.answer.shot, found.answer.rows
        case = found.case
        self.settings, self.case = case.settings, case
        self.alpha = self.shot.move.slope
        run = self.a.course
        self.times, self.acc = run.times, run.acceleration
        self.sense = self.shot.move.sense
        self.three = self.d.carriage.stands_on == "three places"
        self.number = self.rows.wheel.count // 4 * (3 if self.three else 4)
        self.pair = self.d.rails.arrangement == "pair"
        self.gauge = self.d.rails.spacing if self.pair else self.rows.section.width
        self.masses()
        self.places = np.array([self._place(x) for x in run.marks])
        self.drive()
        self.bend()

    def _place(self, way):
        length, half = self.d.rails.length, self.d.carriage.wheelbase / 2
        middle = length / 2 + self.sense * (way - self.shot.move.distance / 2)
        return min(max(middle, half), length - half)

    def masses(self):
        c, wheel, items = self.d.carriage, self.rows.wheel, self.a.load.items
        self.along = self.shot.move.way in ("push in", "pull out")
        parts = [(c.mass + self.number * wheel.mass, 0.0, 0.0, c.screw_height / 2)]
        for item in items:
            ahead, aside = (item.forward, -item.right) if self.along else (item.right, item.forward)
            parts.append(
                (
                    item.mass,
                    c.camera_offset + ahead,
                    c.camera_side + aside,
                    c.screw_height + item.up,
                )
            )
        self.mass = sum(part[0] for part in parts)
        self.x, self.y, self.z = (
            sum(part[0] * part[axis] for part in parts) / self.mass for axis in (1, 2, 3)
        )
        self.roll_factor = wheel.rolling_resistance * c.friction

    def drive(self):
        cos, sin = math.cos(self.alpha), math.sin(self.alpha)
        weight = self.mass * G
        self.push = (
            self.mass * self.acc + weight * sin + self.roll_factor * weight * cos * self.sense
        )
        # Four equal springs under a stiff carriage: the plane that balances force and moments.
        half, side = self.d.carriage.wheelbase / 2, self.gauge / 2
        corners = [(-half, -side), (-half, side), (half, -side), (half, side)]
        if self.three:
            corners = [(-half, -side), (half, -side), (0.0, side)]
        at = np.array(corners)
        shape = np.stack([np.ones(len(at)), at[:, 0], at[:, 1]])
        inertia = self.mass * self.acc + weight * sin
        nose = weight * cos * self.x - inertia * self.z + self.push * self.d.drive.push_height
        wanted = np.stack(
            [np.full_like(nose, weight * cos), nose, np.full_like(nose, weight * cos * self.y)]
        )
        plane = np.linalg.solve(shape @ shape.T, wanted)
        even = shape.T @ plane
        if self.three:
            self.wheels = np.linalg.solve(shape, wanted)
            middle = self.wheels.sum(axis=0) / 2
            turn = (self.wheels[1] - self.wheels[0]) / 2
            self.axles = np.stack([middle - turn, middle + turn])
            return
        # Each axle shares between its wheels as the whole does: a carriage stiff against twist.
        axles = even[[0, 2]] + even[[1, 3]]
        far = 0.5 + self.y / self.gauge
        self.axles = axles
        self.wheels = np.stack(
            [axles[0] * (1 - far), axles[0] * far, axles[1] * (1 - far), axles[1] * far]
        )

    def bend(self):
        """The rails under the carriage, mark by mark."""
        d, section, material = self.d, self.rows.section, self.rows.material
        props, rails, _length = section.properties, 2 if self.pair else 1, d.rails.length
        ei = material.modulus * (
            props.second_moment - (props.product_moment**2 / props.sideways_moment)
        )
        shear = math.inf
        if section.shape == "rectangle":
            shear = 5 / 6 * material.shear_modulus * props.area
        one = props.area * material.density * G * math.cos(self.alpha)
        creep, half = material.creep_factor, d.carriage.wheelbase / 2
        supports, kind = self.rests(), d.supports.kind
        count = len(self.times)
        near, far = np.zeros((2, count)), np.zeros((2, count))
        self.stress, self.load = np.zeros(count), np.zeros((len(supports), count))
        # For a section without a line of symmetry Mohr: both principal axes at every corner.
        modulus = self.modulus(section, props)
        for mark, place in enumerate(self.places):
            under = (place - half, place + half)
            shares = (0.5 - self.y / self.gauge, 0.5 + self.y / self.gauge)
            worst = 0.0
            for side, dips in enumerate((near, far)):
                share = shares[side] if self.pair else 1.0
                seen = (place, place) if self.three and side else under
                if self.three:
                    a, b, c = self.wheels[:, mark]
                    whole = [(under[0], a), (under[1], b), (place, c)]
                    loads = whole
                    if self.pair:
                        loads = whole[2:] if side else whole[:2]
                else:
                    loads = [
                        (at, force * share)
                        for at, force in zip(under, self.axles[:, mark], strict=True)
                    ]
                if kind == "stand":
                    dip, most, carried = self.on_stand(
                        seen, loads, one, ei, shear, creep, supports[0], mark, rails
                    )
                    self.load[0, mark] += carried / (1 if self.pair else 2)
                else:
                    dip, most, carried = self.on_rests(
                        seen, loads, one, ei, shear, creep, mark, share
                    )
                    self.load[:, mark] += np.array(carried) / (1 if self.pair else 2)
                dips[:, mark] = dip
                worst = max(worst, most)
            self.stress[mark] = worst / modulus
        middle = (near + far) / 2
        self.dip = -np.minimum(near, far).min(axis=0)
        held = near if self.three else middle
        self.pitch = (held[1] - held[0]) / d.carriage.wheelbase
        self.rise = middle.mean(axis=0) + self.pitch * d.carriage.camera_offset
        self.bank = (far - near).mean(axis=0) / self.gauge if self.pair else self.twist(supports)

    def rests(self):
        d = self.d
        if d.supports.kind == "stand":
            return [d.rails.length / 2 + d.supports.offset]
        first, last = d.supports.inset, d.rails.length - d.supports.inset
        count = d.supports.count
        return [first + (last - first) * at / (count - 1) for at in range(count)]

    def modulus(self, section, props):
        if section.shape != "angle":
            return (props.second_moment - props.product_moment**2 / props.sideways_moment) / (
                props.extreme_fibre
            )
        w, h, t = section.width, section.height, section.wall
        parts = [(w, t, w / 2, t / 2), (t, h - t, t / 2, t + (h - t) / 2)]
        area = sum(a * b for a, b, _, _ in parts)
        y0 = sum(a * b * y for a, b, y, _ in parts) / area
        z0 = sum(a * b * z for a, b, _, z in parts) / area
        tensor = np.array(
            [
                [props.sideways_moment, props.product_moment],
                [props.product_moment, props.second_moment],
            ]
        )
        # Strain is a plane; the moment about the level axis alone is 1, about the upright 0.
        plane = np.linalg.solve(tensor, [0.0, 1.0])
        corners = [(0, 0), (w, 0), (w, t), (t, t), (t, h), (0, h)]
        return 1 / max(abs(plane @ (y - y0, z - z0)) for y, z in corners)

    def on_stand(self, under, loads, one, ei, shear, creep, at, mark, rails):
        d, length = self.d, self.d.rails.length
        plate = min(d.supports.plate, 0.95 * 2 * min(at, length - at)) / 2
        half = d.carriage.wheelbase / 2
        ends = (self.places[mark] - half, self.places[mark] + half)
        turning = sum(
            force * (place - at) for place, force in zip(ends, self.axles[:, mark], strict=True)
        )
        turning += rails * one * length * (length / 2 - at)
        turn = -turning / d.supports.head_stiffness
        dips, most = [], 0.0
        for place in under:
            found = 0.0
            for way, edge in ((1, at - plate), (-1, length - at - plate)):
                mine = [((p if way == 1 else length - p), f) for p, f in loads]
                here = place if way == 1 else length - place
                out = [(p, f) for p, f in mine if p < edge]
                _, moment = overhang(0.0, edge, out, one, ei, shear)
                most = max(most, float(moment[-1]))
                if here < edge:
                    # Creep makes the own weight sag more.
                    live, _ = overhang(here, edge, out, 0.0, ei, shear)
                    own, _ = overhang(here, edge, [], one / creep, ei, shear)
                    found += live + own
            between = [(p - at + plate, f) for p, f in loads if abs(p - at) < plate]
            found += clamped_both(place - at + plate, 2 * plate, between, one / creep, ei)
            dips.append(-found + turn * (place - at))
        carried = sum(force for _, force in loads) + one * length
        return dips, most, carried

    def on_rests(self, under, loads, one, ei, shear, creep, mark, share):
        d, length = self.d, self.d.rails.length
        rests, kind = self.rests(), d.supports.kind
        rail = Rail(length, ei, shear, rests)
        holds = math.inf
        if kind == "end stands":
            mass = self.rows.stand.mass + d.supports.ballast / len(rests)
            holds = mass * G / (2 if self.pair else 1)
        elif d.supports.blocks == "they lie loose":
            holds = 0.0
        if kind == "end stands" and self.pair:
            # The stand plate keeps both rails at one height: what is even may lift, the rest not.
            even = [(at, f / 2) for at, f in zip(under, self.axles[:, mark], strict=True)]
            if self.three:
                half, place = d.carriage.wheelbase / 2, self.places[mark]
                spots = (place - half, place + half, place)
                even = [(at, f / 2) for at, f in zip(spots, self.wheels[:, mark], strict=True)]
            kept, state, all_loads = rail.lying(even, one, holds)
            odd = [*loads, *((at, -force) for at, force in even)]
            more = rail.loaded(odd, 0.0, rests)
            lies, sag, _ = rail.lying(even, one / creep, holds)
            dips = [rail.lift(sag, at, lies) + rail.lift(more, at, rests) for at in under]
            most = float((np.abs(state[0]) + np.abs(more[0])).max())
            pushes = rail.pushes(state, kept, all_loads, one)
        else:
            kept, state, all_loads = rail.lying(loads, one, holds)
            lies, sag, _ = rail.lying(loads, one / creep, holds)
            dips = [rail.lift(sag, at, lies) for at in under]
            most = float(np.abs(state[0]).max())
            pushes = rail.pushes(state, kept, all_loads, one)
        full = [-holds if math.isfinite(holds) else 0.0] * len(rests)
        for at, push in zip(kept, pushes, strict=True):
            full[rests.index(at)] = push
        return dips, most, full

    def twist(self, supports):
        props, material = self.rows.section.properties, self.rows.material
        stiff = material.shear_modulus * props.torsion_constant
        found = np.zeros(len(self.places))
        for mark, place in enumerate(self.places):
            torque = self.axles[:, mark].sum() * self.y
            left = [at for at in supports if at <= place]
            right = [at for at in supports if at > place]
            if left and right:
                a, b = place - left[-1], right[0] - place
                turn = torque / (stiff / a + stiff / b) if a > 0 else 0.0
            else:
                turn = torque * abs(place - (left[-1] if left else right[0])) / stiff
            found[mark] = -turn
        return found

    # Lamps

    def all(self):
        d, shot, rows = self.d, self.shot, self.rows
        wheel, width = rows.wheel, shot.lens.frame_width
        sensor = self.case.row("sensors", shot.lens.sensor).width
        focal = self.focal(sensor, width)
        nose, turn = (self.pitch, self.bank) if self.along else (self.bank, -self.pitch)
        distance = self.distance()
        centre = focal * np.tan(nose) + focal * self.rise / distance
        rows_px = [centre + side * width / 2 * np.tan(turn) for side in (-1, 0, 1)]
        ways = self.a.course.marks
        away = max(
            np.abs(row - np.polyval(np.polyfit(ways, row, 3), ways)).max() for row in rows_px
        )
        slope = np.abs(self.alpha + self.pitch)
        carried = self.load.max(axis=0) / (G * math.cos(self.alpha))
        stands = d.supports.kind in ("stand", "end stands")
        hung = d.supports.ballast / (1 if d.supports.kind == "stand" else d.supports.count)
        return {
            "travel": self.travel(),
            "roll": float(np.ptp(turn)),
            "wobble": float(away),
            "frame-drift": float(np.ptp(centre)),
            "rail-dip": float(self.dip.max()),
            "rail-stress": float(self.stress.max()) / rows.material.working_stress,
            "jam": self.jam(),
            "wheel-lift": float(self.wheels.min()),
            "knock": self.knock(),
            "wheel-load": self.heaviest(),
            "plate": self.plate(focal),
            "ride": self.ride(focal, width),
            "rail-ends": self.ends(),
            "tip": self.tip(),
            "stand-load": most_used(
                (float(carried.max()) + hung, rows.stand.rating),
                (float(carried.max()), d.supports.rating),
                (hung, rows.stand.hook_rating),
            )
            if stands
            else 0.0,
            "runaway": float(slope.max()),
            "fit": max(d.rails.spacing_error if self.pair else 1e-4, 1e-6)
            if wheel.face == rows.section.running_face
            else None,
            "holes": least_left(self.found.templates()),
            "budget": bought_cost(self.found),
        }

    def focal(self, sensor, width):
        return self.shot.lens.focal / sensor * width

    def distance(self):
        if not self.along:
            return self.shot.subject.distance
        out = self.a.course.marks - self.shot.move.distance / 2
        return self.shot.subject.distance - self.sense * out * math.cos(self.alpha)

    def plate_size(self):
        c, wheel = self.d.carriage, self.rows.wheel
        gauge = self.wheel_gauge()
        long = max(
            c.length,
            2 * abs(c.camera_offset) + 2 * CAMERA,
            c.wheelbase + wheel.pattern_along + 2 * FOOT,
        )
        broad = max(gauge + wheel.pattern_across + 2 * MARGIN, 2 * abs(c.camera_side) + 2 * CAMERA)
        return long, broad

    def wheel_gauge(self):
        wheel, section = self.rows.wheel, self.rows.section
        between = self.d.rails.spacing if self.pair else 0.0
        if wheel.mount == "upright" or not self.pair:
            return between + section.width + wheel.running_diameter
        return between

    def travel(self):
        return self.d.rails.length - self.plate_size()[0] - 2 * self.d.stop

    def jam(self):
        """Two ends pressed by a couple, each with friction: the push that just moves it."""
        wheel, drive = self.rows.wheel, self.d.drive
        arm = math.hypot(drive.push_offset, drive.push_height if wheel.captive else 0.0)
        friction = wheel.side_friction * self.d.carriage.friction
        if not arm * friction:
            return 99.0
        low, high = 1e-6, 1e6
        for _ in range(100):
            times = math.sqrt(low * high)
            base = self.d.carriage.wheelbase
            presses = times * arm / (base / 2 if self.three and wheel.mount == "upright" else base)
            if 2 * friction * presses < 1:
                low = times
            else:
                high = times
        return min(low, 99.0)

    def knock(self):
        """Over each side of the wheels' corners, on the tilted track."""
        if self.rows.wheel.captive:
            return None
        half, side = self.d.carriage.wheelbase / 2, self.gauge / 2
        corners = [(half, side), (-half, side), (-half, -side), (half, -side)]
        if self.three:
            corners = [(0.0, side), (-half, -side), (half, -side)]
        cos, sin = math.cos(self.alpha), math.sin(self.alpha)

        def on(out, across, up):
            return np.array([out * cos - up * sin, across, out * sin + up * cos])

        points = [on(*corner, 0.0) for corner in corners]
        edges = sides_of(points)
        ahead, left = np.array([cos, 0.0, sin]), math.inf
        for mark in range(len(self.times)):
            centre = on(self.x, self.y, self.z)
            acting = [(-self.mass * self.acc[mark] * ahead, centre)]
            if self.case.setup.drive.by_hand:
                hand = on(0.0, -self.d.drive.push_offset, self.d.drive.push_height)
                acting.append((self.push[mark] * ahead, hand))
            left = min(left, over(edges, self.mass * G, centre, acting))
        return left

    def heaviest(self):
        wheel = self.rows.wheel
        share = math.sqrt(0.5) if wheel.mount == "angle pair" else 4 / wheel.count
        return float(np.abs(self.wheels).max()) * share / G

    def plate(self, focal):
        """A strip on two rests turned in its middle, by adding up its curvature."""
        c = self.d.carriage
        material = self.case.row("materials", c.plate_material)
        moment, span = 2.0 * self.a.load.lens_axis, self.wheel_gauge()
        x = np.linspace(0, span, 20001)
        bent = np.where(x < span / 2, -moment * x / span, moment * (1 - x / span))
        unit = np.where(x < span / 2, -x / span, 1 - x / span)
        rigid = material.modulus * self.plate_size()[0] * c.plate_thickness**3 / 12
        return focal * math.tan(np.trapezoid(bent * unit, x) / rigid)

    def ride(self, focal, width):
        """Wheel by wheel, wave by wave: each lifts the carriage's plane, squares add up."""
        wheel, base, side = self.rows.wheel, self.d.carriage.wheelbase, self.gauge / 2
        one = wheel.run_out / 2 / math.sqrt(wheel.count / 4)
        corners = [(-base / 2, -side), (-base / 2, side), (base / 2, -side), (base / 2, side)]
        if self.three:
            corners = [(-base / 2, -side), (base / 2, -side), (0.0, side)]
        at = np.array([(1.0, x, y) for x, y in corners])
        total, across = 0.0, np.linspace(-width / 2, width / 2, 2001)
        away = self.shot.subject.distance
        for number in range(len(at)):
            raised = np.zeros(len(at))
            raised[number] = one
            lift, slope, tilt = np.linalg.lstsq(at, raised, rcond=None)[0]
            nose, turn = (slope, tilt) if self.along else (tilt, slope)
            if wheel.mount == "upright":
                nose, turn = slope, 0.0
            total += np.mean(0.5 * (across * turn) ** 2) + 0.5 * (focal * lift / away) ** 2
            total += 0.5 * (focal * nose) ** 2
        return math.sqrt(total + self.jolted(focal, width) ** 2 + self.hand(focal, width) ** 2)

    def jolted(self, focal, width):
        """Half of the picture's jump while one axle stands on a flaw."""
        rails, radius = self.d.rails, self.rows.wheel.running_diameter / 2
        if rails.flaws == "nothing":
            return 0.0
        high = rails.flaw
        if rails.flaws == "slots across":
            # The wheel sinks until it touches both edges.
            angle = math.asin(min(rails.flaw / 2 / radius, 1.0))
            high = radius * (1 - math.cos(angle))
        turn = high / self.d.carriage.wheelbase
        size = focal if self.along else width / 2
        return (size * turn + focal * high / 2 / self.shot.subject.distance) / 2

    def hand(self, focal, width):
        """A mass under a sine of force, stepped through whole seconds; its root mean square."""
        if not self.case.setup.drive.by_hand:
            return 0.0
        force = self.settings.hand_unsteady
        if self.d.drive.handle == "a soft link":
            # Through a spring of 0.5 Hz, damped by a tenth, at 2 Hz.
            force *= abs(complex(1, 0.8)) / abs(complex(1 - 16, 0.8))
        time = np.linspace(0, 1, 20001)
        pace = np.cumsum(force / self.mass * np.sin(4 * math.pi * time)) * (time[1] - time[0])
        way = np.cumsum(pace - pace.mean()) * (time[1] - time[0])
        size = width / 2 if self.along else focal
        return float(np.std(way)) * size / self.shot.subject.distance

    def ends(self):
        """Four corners share what racks and what twists the frame."""
        d, section = self.d, self.rows.section
        if d.rails.ends != "pushed into fittings" or not self.pair:
            return None
        rack = np.abs(self.push).max() * d.drive.push_offset
        over = self.mass * G * abs(self.y) + self.settings.hand_push * d.carriage.screw_height
        return min(4 * 0.8 * (section.width * 40) ** 2 / abs(complex(rack, over)), 99.0)

    def on_rails(self, out, across, up):
        height = self.shot.camera_height - self.a.load.lens_axis - self.d.carriage.screw_height
        cos, sin = math.cos(self.alpha), math.sin(self.alpha)
        return np.array([out * cos - up * sin, across, height + out * sin + up * cos])

    def tip(self):
        d, section, props = self.d, self.rows.section, self.rows.section.properties
        rails, length = 2 if self.pair else 1, d.rails.length
        rail_mass = props.area * self.rows.material.density * rails * length
        rests = [self.on_rails(at - length / 2, 0.0, -section.height) for at in self.rests()]
        stands = d.supports.kind in ("stand", "end stands")
        fixed = [(rail_mass, self.on_rails(0.0, 0.0, -section.height / 2))]
        feet, spread = self.rows.stand.feet, d.supports.spread
        reach = spread / 2 / math.tan(math.pi / feet) if stands else 0.0
        for rest in rests if stands else ():
            fixed.append((self.rows.stand.mass, rest * (1, 1, 0.45)))
            fixed.append((d.supports.ballast / len(rests), rest * (1, 1, 0.3)))
        edges = []
        if d.supports.kind == "stand":
            for turn in np.arange(16) * math.pi / 8:
                out = np.array([math.cos(turn), math.sin(turn), 0.0])
                edges.append((rests[0] * (1, 0, 0) + reach * out, -out))
        else:
            side = reach if stands else max(d.rails.spacing if self.pair else 0.0, 0.1) / 2
            foot = 0.0 if stands else BLOCKS[d.supports.kind][2]
            corners = []
            for rest, way in ((rests[0], 1), (rests[0], -1), (rests[-1], -1), (rests[-1], 1)):
                low = 0.0 if stands else max(rest[2] - foot, 0.0)
                corners.append(np.array([rest[0], way * side, low]))
            edges = sides_of(corners)
        left = math.inf
        ahead = np.array([math.cos(self.alpha), 0.0, math.sin(self.alpha)])
        for mark, place in enumerate(self.places):
            out = place - length / 2
            centre = self.on_rails(out + self.x, self.y, self.z)
            bodies = [(self.mass, centre), *fixed]
            weight = sum(mass for mass, _ in bodies) * G
            middle = sum(mass * at for mass, at in bodies) * G / weight
            acting = [(-self.mass * self.acc[mark] * ahead, centre)]
            if self.case.setup.drive.by_hand:
                hand = self.on_rails(out, -d.drive.push_offset, d.drive.push_height)
                acting.append((self.push[mark] * ahead, hand))
            left = min(left, over(edges, weight, middle, acting))
        return left


def sides_of(corners):
    """From corners in turn, looked at from above against the clock: start, inward and along."""
    found = []
    for first, second in zip(corners, corners[1:] + corners[:1], strict=True):
        along = second - first
        inward = np.array([-along[1], along[0], 0.0])
        found.append((first, inward / np.linalg.norm(inward), along))
    return found


def over(edges, weight, middle, acting):
    """The least tilt left over any edge, with what acts besides and without it."""
    left = math.inf
    for edge in edges:
        start, inward = edge[0], edge[1]
        axis = np.cross(inward, (0, 0, 1.0)) if len(edge) < 3 else edge[2]
        axis = axis / np.linalg.norm(axis)
        # Keeping moment about the edge of what acts: positive presses it down.
        if np.cross(axis, inward)[2] < 0:
            axis = -axis
        up = np.cross(axis, inward)
        inside, above = (middle - start) @ inward, (middle - start) @ up
        square = weight * up[2]
        kept = sum(float(np.cross(at - start, force) @ axis) for force, at in acting)
        for moment in (0.0, -kept):
            left = min(left, falls(square, inside, above, moment))
    return left
