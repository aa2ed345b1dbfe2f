"""
What the scenes are made of: materials, simple bodies, light and a camera, written down in POV-Ray's scene language.
Lengths are in meters, x goes right, y away from the camera, z up. Angles are in degrees.
"""

import math
import random
import subprocess

# Everything is lit at a quarter, so that highlights keep their shape until the picture is developed (`keep.mjs`).
DIM = 0.25


class Scene:
    """The lines of the scene that is being made."""

    declared: list[str] = []
    bodies: list['Body'] = []
    lines: list[str] = []
    meshes: dict = {}


def reset(seed=1):
    """An empty scene, and the same chance each time."""
    Scene.declared, Scene.bodies, Scene.lines, Scene.meshes = [], [], [], {}
    random.seed(seed)


def vector(values):
    return '<' + ','.join(f'{value:.5g}' for value in values) + '>'


# --- materials -------------------------------------------------------------------------------------------------------


def rgb(hex_color, times=1.0):
    """A color as light adds up, from `#rrggbb`."""
    parts = [int(hex_color[at : at + 2], 16) / 255 for at in (1, 3, 5)]
    linear = [part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts]
    return 'rgb ' + vector([part * times for part in linear])


def texture(pigment, normal='', finish=''):
    name = f'T{len(Scene.declared)}'
    Scene.declared.append(
        f'#declare {name} = texture {{ pigment {{ {pigment} }} {f"normal {{ {normal} }}" if normal else ""} finish {{ {finish} }} }}'
    )
    return name


def shine(rough, metal=0.0):
    """How a surface answers light: `rough` 0 is a mirror, 1 chalk."""
    if metal:
        return f'diffuse {0.75 - 0.5 * metal} specular {0.9 * (1 - rough)} roughness {0.005 + rough * 0.12} metallic reflection {{ {0.6 * metal * (1 - rough)} metallic }}'
    gloss = max(0.0, 0.55 - rough)
    mirror = f'reflection {{ 0.01, {gloss * 0.9:.3g} fresnel on }}' if gloss > 0.05 else ''
    return f'diffuse 0.85 specular {0.5 * (1 - rough) ** 2:.3g} roughness {0.004 + rough * rough * 0.2:.3g} {mirror}'


def plain(color, rough=0.6, metal=0.0, grain=0.0, scale=60):
    """One color; `grain` roughens it finely, as plaster or cast iron is."""
    bumps = f'granite {grain * 0.5:.3g} scale {6 / scale:.3g}' if grain else ''
    return texture(rgb(color), bumps, shine(rough, metal))


def mottled(dark, light, scale=4, rough=0.8, bump=0.4, detail=8, stretch=(1, 1, 1)):
    """Two colors that run into each other: earth, lawn, stone, felt."""
    colors = f'bozo turbulence 0.6 octaves {detail} color_map {{ [0.25 {rgb(dark)}] [0.75 {rgb(light)}] }} scale {1.2 / scale:.3g}'
    return texture(colors, f'granite {bump * 0.5:.3g} scale {0.7 / scale:.3g}', shine(rough))


def wood(dark='#7a5230', light='#b98a5a', scale=3, along=(1, 12, 12), rough=0.45):
    size = vector([1 / (scale * part) for part in along])
    colors = f'bozo turbulence 0.35 octaves 6 color_map {{ [0.2 {rgb(dark)}] [0.55 {rgb(light)}] [0.7 {rgb(dark)}] [0.9 {rgb(light)}] }} scale {size}'
    return texture(colors, f'bozo 0.08 scale {size}', shine(rough))


def courses(colors, joint, width, height, gap=0.008, upright=False, rough=0.85, bump=0.6, half=True):
    """Rows of bricks, boards or shingles with a joint around each; `upright` on a wall, else on what lies or slopes."""
    turn = 'rotate <90,0,0>' if upright else ''
    size = f'brick_size {vector((width, height, 1000))} mortar {gap}'
    tones = f'bozo color_map {{ [0.3 {rgb(colors[0])}] [0.7 {rgb(colors[1])}] }} scale {vector((width * 0.8, height * 0.8, 1))}'
    place = f'translate <{0.137 if half else 0},0.029,500> {turn}'
    pigment = f'brick pigment {{ {rgb(joint)} }} pigment {{ {tones} }} {size} {place}'
    normal = f'average normal_map {{ [1 brick {bump * 0.5:.3g} {size} {place}] [1 granite 0.25 scale {width * 0.5:.3g}] }}'
    return texture(pigment, normal, shine(rough))


def cloth(color, scale=220):
    return texture(rgb(color), f'granite 0.35 scale {4 / scale:.3g}', 'diffuse 0.85 brilliance 0.8')


def glow(color, strength):
    return texture(rgb(color), '', f'diffuse 0 emission {strength * DIM:.3g}')


def clear():
    """Drops and glass."""
    return texture('rgbt <0.95,0.98,1,0.88>', '', 'diffuse 0.1 specular 0.9 roughness 0.003 reflection { 0.05, 0.7 }')


def water(color='#123540', scale=2.2, strength=0.25, rough=0.06):
    waves = f'bumps {strength * 0.5:.3g} turbulence 0.4 scale {vector((1.4 / scale, 0.5 / scale, 1))}'
    return texture(rgb(color), waves, 'diffuse 0.6 specular 0.5 roughness 0.002 reflection { 0.03, 0.85 fresnel on } conserve_energy')


# --- bodies ----------------------------------------------------------------------------------------------------------


class Body:
    """Something with a place, a turn and a size; written down when the scene is done, so that a scene may still move it."""

    def __init__(self, sdl, material, at=(0, 0, 0), turn=(0, 0, 0), size=(1, 1, 1), shift=False):
        self.sdl, self.material, self.at, self.turn, self.size = sdl, material, at, turn, size
        # A grain that begins somewhere else in each board.
        self.shift = vector([random.uniform(-9, 9) for _ in range(3)]) if shift else None
        self.inside = None
        Scene.bodies.append(self)

    def copy(self):
        return Body(self.sdl, self.material, self.at, self.turn, self.size)

    def written(self):
        shift = f'translate {self.shift}' if self.shift else ''
        place = f'scale {vector(self.size)} rotate {vector(self.turn)} translate {vector(self.at)}'
        if self.inside:
            place += f' rotate {vector(self.inside[1])} translate {vector(self.inside[0])}'
        return f'object {{ {self.sdl} texture {{ {self.material} {shift} }} {place} }}'


def mesh(key, make):
    """A mesh by its name: many bodies share one."""
    if key not in Scene.meshes:
        points, normals, faces = make()
        name = f'M{len(Scene.meshes)}'
        listed = lambda rows: f'{len(rows)}, ' + ','.join(vector(row) for row in rows)  # noqa: E731
        Scene.declared.append(
            f'#declare {name} = mesh2 {{ vertex_vectors {{ {listed(points)} }} '
            + (f'normal_vectors {{ {listed(normals)} }} ' if normals else '')
            + f'face_indices {{ {listed(faces)} }} inside_vector <0,0,1> }}'
        )
        Scene.meshes[key] = name
    return Scene.meshes[key]


def rounded_box(size, bevel, segments):
    """A box whose edges and corners are arcs: a cube's faces cut finely at the rim, each point pushed onto the round."""

    def make():
        half = [part / 2 for part in size]
        round_by = min(bevel, min(half) * 0.999)
        arcs = [math.tan(math.pi / 4 * step / segments) for step in range(segments + 1)]
        steps = [-1 - part for part in reversed(arcs)] + [1 + part for part in arcs]
        points, normals, faces = [], [], []
        for axis in range(3):
            for side in (-1, 1):
                first = len(points)
                u, v = (axis + 1) % 3, (axis + 2) % 3
                count = len(steps)
                for a in steps:
                    for b in steps:
                        core, out = [0.0] * 3, [0.0] * 3
                        core[axis] = side * (half[axis] - round_by)
                        out[axis] = side
                        for index, step in ((u, a), (v, b)):
                            sign = 1 if step > 0 else -1
                            core[index] = sign * (half[index] - round_by)
                            out[index] = sign * (abs(step) - 1)
                        length = math.sqrt(sum(part * part for part in out))
                        out = [part / length for part in out]
                        points.append([c + o * round_by for c, o in zip(core, out)])
                        normals.append(out)
                for i in range(count - 1):
                    for j in range(count - 1):
                        at = first + i * count + j
                        faces += [(at, at + 1, at + count), (at + 1, at + count + 1, at + count)]
        return points, normals, faces

    return mesh(('box', *(round(part, 4) for part in size), bevel, segments), make)


def box(at, size, material, bevel=0.01, turn=0.0, tilt=(0, 0), segments=2, shift=False):
    """A box by the middle of its bottom face and its size; `turn` about the vertical."""
    x, y, z = at
    half = [part / 2 for part in size]
    sdl = rounded_box(size, bevel, segments) if bevel else f'box {{ {vector([-part for part in half])}, {vector(half)} }}'
    return Body(sdl, material, (x, y, z + half[2]), (tilt[0], tilt[1], turn), shift=shift)


def tube(at, radius, height, material, bevel=0.004, top=None, tilt=(0, 0, 0), around=48):
    """A cylinder, or a cone where `top` is another radius, by the middle of its foot."""
    x, y, z = at
    half, top = height / 2, radius if top is None else top
    low, high = vector((0, 0, -half)), vector((0, 0, half))
    if bevel and top == radius and bevel < min(radius, half):
        rim = f'torus {{ {radius - bevel:.5g}, {bevel} rotate <90,0,0> translate'
        sdl = (
            f'union {{ cylinder {{ {vector((0, 0, bevel - half))}, {vector((0, 0, half - bevel))}, {radius} }}'
            f' cylinder {{ {low}, {high}, {radius - bevel:.5g} }}'
            f' {rim} {vector((0, 0, half - bevel))} }} {rim} {vector((0, 0, bevel - half))} }} }}'
        )
    else:
        sdl = f'cone {{ {low}, {radius}, {high}, {max(top, 1e-5)} }}'
    return Body(sdl, material, (x, y, z + half), tilt)


def rod(at, radius, length, material, turn=(0, 90, 0)):
    """A bar by its middle; it lies along x unless it is turned."""
    half = length / 2
    return Body(f'cylinder {{ {vector((0, 0, -half))}, {vector((0, 0, half))}, {radius} }}', material, at, turn)


def ring(at, radius, thick, material, turn=(90, 0, 0)):
    return Body(f'torus {{ {radius}, {thick} }}', material, at, turn)


def ball(at, radius, material, scale=(1, 1, 1), detail=4, rough=0.0):
    """A sphere; `rough` moves its surface in and out, as a stone's is."""
    size = [part * radius for part in scale]
    if not rough:
        return Body('sphere { <0,0,0>, 1 }', material, at, size=size)
    return Body(mesh(('stone', detail, rough, random.randrange(5)), lambda: stone(detail, rough)), material, at, size=size)


def stone(detail, rough):
    points, faces = icosphere(detail)
    lumps = [([random.gauss(0, 1) for _ in range(3)], random.uniform(1, 4)) for _ in range(8)]
    moved = []
    for point in points:
        wave = sum(math.sin(turn * sum(a * b for a, b in zip(way, point))) for way, turn in lumps) / 3
        moved.append([part * (1 + rough * wave) for part in point])
    return moved, None, faces


def icosphere(detail):
    golden = (1 + 5**0.5) / 2
    points = [(-1, golden, 0), (1, golden, 0), (-1, -golden, 0), (1, -golden, 0), (0, -1, golden), (0, 1, golden),
              (0, -1, -golden), (0, 1, -golden), (golden, 0, -1), (golden, 0, 1), (-golden, 0, -1), (-golden, 0, 1)]  # fmt: skip
    faces = [(0, 11, 5), (0, 5, 1), (0, 1, 7), (0, 7, 10), (0, 10, 11), (1, 5, 9), (5, 11, 4), (11, 10, 2), (10, 7, 6),
             (7, 1, 8), (3, 9, 4), (3, 4, 2), (3, 2, 6), (3, 6, 8), (3, 8, 9), (4, 9, 5), (2, 4, 11), (6, 2, 10),
             (8, 6, 7), (9, 8, 1)]  # fmt: skip
    unit = lambda point: [part / math.sqrt(sum(one * one for one in point)) for part in point]  # noqa: E731
    points = [unit(point) for point in points]
    for _ in range(detail - 1):
        middles, cut = {}, []

        def middle(a, b):
            key = (min(a, b), max(a, b))
            if key not in middles:
                middles[key] = len(points)
                points.append(unit([(p + q) / 2 for p, q in zip(points[a], points[b])]))
            return middles[key]

        for a, b, c in faces:
            ab, bc, ca = middle(a, b), middle(b, c), middle(c, a)
            cut += [(a, ab, ca), (b, bc, ab), (c, ca, bc), (ab, bc, ca)]
        faces = cut
    return points, faces


def bush(at, radius, material, scale=(1, 1, 1), leaves=900, leaf=0.13):
    """A round of leaves."""

    def make():
        points, faces = [], []
        for _ in range(leaves):
            way = [random.gauss(0, 1) for _ in range(3)]
            length = math.sqrt(sum(part * part for part in way))
            out = random.random() ** 0.25
            middle = [part / length * out for part in way]
            along = [random.gauss(0, 1) for _ in range(3)]
            norm = math.sqrt(sum(part * part for part in along))
            along = [part / norm * leaf for part in along]
            across = [random.gauss(0, 1) for _ in range(3)]
            norm = math.sqrt(sum(part * part for part in across))
            across = [part / norm * leaf * 0.45 for part in across]
            first = len(points)
            points += [
                [m - a for m, a in zip(middle, along)],
                [m + c for m, c in zip(middle, across)],
                [m + a for m, a in zip(middle, along)],
                [m - c for m, c in zip(middle, across)],
            ]
            faces += [(first, first + 1, first + 2), (first, first + 2, first + 3)]
        return points, None, faces

    name = mesh(('bush', leaves, leaf, random.randrange(3)), make)
    return Body(name, material, at, (0, 0, random.uniform(0, 360)), [part * radius for part in scale])


def ground(size, material, at=(0, 0, 0)):
    half = size / 2
    return Body(f'box {{ {vector((-half, -half, -0.01))}, {vector((half, half, 0))} }}', material, at)


def shape(points, faces, material):
    """A body from its corners and the faces between them, of three or four corners each."""
    cut = [part for face in faces for part in ([face] if len(face) == 3 else [face[:3], (face[0], *face[2:])])]
    rows = ' '.join(f'triangle {{ {", ".join(vector(points[at]) for at in face)} }}' for face in cut)
    return Body(f'mesh {{ {rows} }}', material)


def gable(at, size, roof, wall, overhang=0.35, thick=0.14, turn=0.0):
    """A saddle roof over a rectangle, its ridge along x, with the walls that close its ends."""
    wide, deep, high = size
    half = deep / 2
    slope = math.degrees(math.atan2(high, half))
    reach = half + overhang
    length = reach / math.cos(math.radians(slope))
    bodies = []
    for side in (-1, 1):
        slab = box((0, 0, 0), (wide + 2 * overhang, length, thick), roof, 0)
        slab.at = (0, side * reach / 2, high - reach / 2 * math.tan(math.radians(slope)) + thick / 2)
        slab.turn = (-side * slope, 0, 0)
        bodies.append(slab)
    ends = [(end, *rest) for end in (-wide / 2, wide / 2) for rest in ((-half, 0), (half, 0), (0, high))]
    bodies.append(shape(ends, [(0, 1, 2), (3, 5, 4)], wall))
    for body in bodies:
        body.inside = (at, (0, 0, turn))


def tree(at, height, leaf, bark, lumps=9):
    x, y, z = at
    tube((x, y, z), height * 0.035, height * 0.65, bark, top=height * 0.016)
    for _ in range(lumps):
        angle, out = random.uniform(0, 6.3), random.uniform(0, height * 0.22)
        middle = (x + out * math.cos(angle), y + out * math.sin(angle), z + height * random.uniform(0.48, 0.88))
        bush(middle, height * random.uniform(0.15, 0.24), leaf, leaves=1400, leaf=0.085)


def potted(at, height, leaf, pot, blades=16):
    """A plant in a pot: long leaves that lean outwards."""
    x, y, z = at
    tube((x, y, z), height * 0.13, height * 0.26, pot, top=height * 0.17)
    for blade in range(blades):
        lean = random.uniform(12, 50)
        long = height * random.uniform(0.5, 0.85)
        angle = blade * 2.4
        out = math.sin(math.radians(lean)) * long * 0.5
        Body(
            'sphere { <0,0,0>, 1 }',
            leaf,
            (x + out * math.cos(angle), y + out * math.sin(angle), z + height * 0.24 + math.cos(math.radians(lean)) * long * 0.45),
            (0, lean, math.degrees(angle)),
            (long * 0.016, long * 0.1, long * 0.5),
        )


def lawn(size, at, blades, material, length=0.07):
    """A field of grass: patches of bent blades, set side by side."""
    patch = 0.5

    def make():
        points, faces = [], []
        for _ in range(max(60, int(blades * patch * patch / (size[0] * size[1])))):
            x, y = random.uniform(-patch / 2, patch / 2), random.uniform(-patch / 2, patch / 2)
            turn, high = random.uniform(0, 6.3), length * random.uniform(0.5, 1.15)
            bend, wide = random.uniform(0.1, 0.6) * high, length * 0.05 + 0.0012
            side = (wide * math.cos(turn), wide * math.sin(turn))
            way = (-math.sin(turn) * bend, math.cos(turn) * bend)
            first = len(points)
            points += [
                (x - side[0], y - side[1], 0),
                (x + side[0], y + side[1], 0),
                (x + way[0] * 0.4, y + way[1] * 0.4, high * 0.7),
                (x + way[0], y + way[1], high),
            ]
            faces += [(first, first + 1, first + 2), (first + 1, first + 3, first + 2)]
        return points, None, faces

    x, y, z = at
    across, deep = math.ceil(size[0] / patch), math.ceil(size[1] / patch)
    bodies = []
    for column in range(across):
        for row in range(deep):
            name = mesh(('grass', blades, length, random.randrange(6)), make)
            place = (x - size[0] / 2 + patch * (column + 0.5), y - size[1] / 2 + patch * (row + 0.5), z)
            bodies.append(Body(name, material, place, (0, 0, random.choice((0, 90, 180, 270)))))
    Body(f'box {{ {vector((-size[0] / 2, -size[1] / 2, -0.01))}, {vector((size[0] / 2, size[1] / 2, 0.004))} }}', material, at)
    return bodies


def window(at, size, frame, pane, panes=(2, 2), depth=0.12, sill=True):
    """A window in a wall that faces the camera, by the middle of its sill."""
    x, y, z = at
    wide, high = size
    edge = 0.06
    box((x, y - 0.02, z), (wide, 0.02, high), pane, 0)
    for side in (-1, 1):
        box((x + side * wide / 2, y - depth / 4, z - edge), (edge * 1.6, depth, high + 2 * edge), frame, 0.005)
    for level in (z - edge, z + high):
        box((x, y - depth / 4, level), (wide + edge * 3, depth, edge * 1.4), frame, 0.005)
    for column in range(1, panes[0]):
        box((x - wide / 2 + wide * column / panes[0], y - 0.04, z), (edge * 0.6, 0.05, high), frame, 0)
    for row in range(1, panes[1]):
        box((x, y - 0.04, z + high * row / panes[1]), (wide, 0.05, edge * 0.6), frame, 0)
    if sill:
        box((x, y - depth * 0.6, z - edge * 1.8), (wide + 0.3, depth * 1.6, edge), frame, 0.008)


# --- light, camera, picture ------------------------------------------------------------------------------------------


def sky_of(*stops, clouds='#ffffff'):
    """A sky from the horizon up, each stop a height of 0 to 1, a color and how bright it is."""
    rows = ' '.join(f'[{height} {rgb(color, bright * DIM)}]' for height, color, bright in stops)
    cloud = vector([float(part) * DIM for part in rgb(clouds)[5:-1].split(',')] + [0.4])
    veil = f'bozo turbulence 0.7 octaves 6 color_map {{ [0.52 rgbt <1,1,1,1>] [0.8 rgbt {cloud}] }} scale <0.5,0.5,0.12>'
    Scene.lines.append(f'sky_sphere {{ pigment {{ gradient z color_map {{ {rows} }} }} pigment {{ {veil} }} }}')


def day_sky(bright=1.0, low='#f3ead9', high='#4f86c6'):
    sky_of((0.0, low, bright), (0.12, '#cfe0ee', bright), (0.6, high, bright * 0.8), (1.0, high, bright * 0.6))


def dusk_sky(low='#f0a878', middle='#8a6f9c', high='#25305c', bright=0.9):
    sky_of((0.0, low, bright), (0.14, middle, bright * 0.8), (0.5, high, bright * 0.6), (1.0, high, bright * 0.4), clouds=middle)


def plain_sky(color, bright):
    Scene.lines.append(f'background {{ {rgb(color, bright * DIM)} }}')
    Scene.lines.append(f'sky_sphere {{ pigment {{ {rgb(color, bright * DIM)} }} }}')


def haze(color, far):
    """Air that takes over with distance: half of it at about two thirds of `far`."""
    Scene.lines.append(f'fog {{ fog_type 1 distance {far} color {rgb(color, DIM)} }}')


def area(size, count=6):
    return f'area_light <{size:.4g},0,0>, <0,0,{size:.4g}>, {count}, {count} adaptive 1 jitter circular orient'


def sun(direction, strength=3.0, color='#fff1dd', softness=2.0):
    """`direction` is where the light goes, `softness` how wide the sun is."""
    long = math.sqrt(sum(part * part for part in direction))
    far = [-part / long * 500 for part in direction]
    wide = 1000 * math.tan(math.radians(softness / 2))
    Scene.lines.append(f'light_source {{ {vector(far)}, {rgb(color, strength * DIM)} {area(wide, 5)} parallel point_at <0,0,0> }}')


def panel(at, to, size, strength, color='#ffffff'):
    """A soft light of a size in meters, as bright as `strength` at one meter."""
    Scene.lines.append(
        f'light_source {{ {vector(at)}, {rgb(color, strength * DIM)} {area(size)} spotlight point_at {vector(to)} radius 60 falloff 90 fade_distance 1 fade_power 2 }}'
    )


def lamp(at, strength, color='#ffc98a', radius=0.08):
    """A bulb, as bright as `strength` at one meter."""
    Scene.lines.append(
        f'light_source {{ {vector(at)}, {rgb(color, strength * DIM)} {area(radius * 2, 4)} fade_distance 1 fade_power 2 }}'
    )


def camera(at, to, lens=35, focus=None, stop=4.0):
    """`lens` is the focal length before a film 36 mm wide; with `focus`, what is nearer and farther blurs."""
    angle = math.degrees(2 * math.atan(18 / lens))
    blur = ''
    if focus:
        blur = f'aperture {lens / stop / 900:.4g} focal_point {vector(focus)} blur_samples 9 variance 1/2000 confidence 0.85'
    Scene.lines.append(
        f'camera {{ location {vector(at)} sky <0,0,1> up <0,0,1> right <-image_width/image_height,0,0> angle {angle:.4g} look_at {vector(to)} {blur} }}'
    )


def render(path, size, fine=True, bounces=2):
    """Writes the scene beside the picture and has it drawn: 16 bits a color, as light adds up."""
    count, error = (70, 0.55) if fine else (35, 0.9)
    settings = (
        '#version 3.7; global_settings { assumed_gamma 1.0 max_trace_level 8 radiosity { '
        f'pretrace_start 0.08 pretrace_end {0.025 if fine else 0.04} count {count} nearest_count 10 error_bound {error} '
        f'recursion_limit {bounces} low_error_factor 0.6 gray_threshold 0 minimum_reuse 0.012 brightness 1 normal on }} }}\n'
        '#default { finish { ambient 0 } }\n'
    )
    scene = settings + '\n'.join([*Scene.declared, *Scene.lines, *(body.written() for body in Scene.bodies)])
    with open(f'{path}.pov', 'w') as file:
        file.write(scene)
    quality = ['+A0.2', '+AM2', '+R2'] if fine else ['-A']
    command = ['povray', f'+I{path}.pov', f'+O{path}.png', f'+W{size[0]}', f'+H{size[1]}', '-D', '-V', '+FN16', 'File_Gamma=1.0', '+Q9', *quality]
    done = subprocess.run(command, capture_output=True, text=True)
    if done.returncode != 0:
        raise SystemExit(done.stderr[-2000:])
