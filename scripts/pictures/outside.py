"""Houses, yards and streets."""

import math
import random

from parts import (
    ball, box, bush, camera, courses, day_sky, dusk_sky, gable, glow, ground, haze, lamp, lawn, mottled, plain, rod, Scene, shape, sun,
    tree, tube, water, window, wood,
)

LEAF, HEDGE, BARK = ('#4d6d38', '#8ea858'), ('#3b5c33', '#6f9150'), ('#4a3a2c', '#6b5540')


def clapboard(a='#e9e6dd', b='#dfdbd0'):
    return courses((a, b), '#bdb9ae', 40, 0.17, 0.012, True, 0.6, 0.7, False)


def shingles(a='#4b4f55', b='#3a3e44'):
    return courses((a, b), '#22252a', 0.32, 0.2, 0.012, False, 0.9, 0.8)


def brick_wall(a='#8a5546', b='#a56d59'):
    return courses((a, b), '#c9bdac', 0.23, 0.078, 0.009, True, 0.9, 0.7)


def garage_door(at, size, material):
    x, y, z = at
    rows = 4
    for row in range(rows):
        for column in range(4):
            wide, high = size[0] / 4, size[1] / rows
            box(
                (x - size[0] / 2 + wide * (column + 0.5), y, z + high * row),
                (wide - 0.03, 0.06, high - 0.03),
                material,
                0.02,
            )


def front_garden():
    """A house with a garage, its hedge and its lawns; the drive between them is still to come."""
    white, trim = clapboard(), plain('#f6f4ee', 0.5)
    box((0.2, 9, 0), (11, 6, 3.1), white, 0)
    gable((0.2, 9, 3.1), (11, 6, 2.5), shingles(), white)
    box((-2.6, 5.4, 0), (4.6, 2.2, 2.8), white, 0)
    gable((-2.6, 5.3, 2.8), (2.4, 4.6, 1.6), shingles(), white, turn=90, overhang=0.28)
    garage_door((-2.6, 4.27, 0.02), (3.3, 2.2), plain('#2f4854', 0.45))
    for side in (-1.72, 1.72):
        box((-2.6 + side, 4.26, 0), (0.14, 0.1, 2.36), trim, 0.01)
    box((-2.6, 4.26, 2.26), (3.6, 0.12, 0.16), trim, 0.01)
    pane = plain('#1c2a33', 0.08)
    window((1.5, 5.97, 1.0), (1.5, 1.3), trim, pane, (3, 2))
    window((4.4, 5.97, 1.0), (1.5, 1.3), trim, pane, (3, 2))
    box((2.98, 5.95, 0.1), (0.95, 0.1, 2.1), plain('#a5432a', 0.4), 0.02)
    box((2.98, 5.6, 0), (1.7, 0.8, 0.12), plain('#b9b4a8', 0.9, grain=0.2), 0.02)
    grass = mottled('#5f7f3a', '#8fae56', 2.2)
    lawn((10.5, 16), (4.97, -2, 0.0), 105000, grass, 0.085)
    lawn((7, 16), (-8.6, -2, 0.0), 60000, grass, 0.085)
    hedge = mottled(*HEDGE, 9, 0.9, 1.0)
    for at in range(20):
        bush((-5.6, 4.6 - at * 0.6, 0.5), 0.62, hedge, (0.75, 1, 0.95), 2200, 0.07)
    for at in range(7):
        bush((0.9 + at * 0.75, 5.2, 0.28), random.uniform(0.3, 0.42), hedge, leaves=1200, leaf=0.1)
    flower = [plain(color, 0.6) for color in ('#c8507a', '#e6b84c', '#f1eee6')]
    for at in range(70):
        ball((0.7 + random.uniform(0, 5.2), 4.85 + random.uniform(-0.2, 0.3), random.uniform(0.2, 0.5)), 0.045, random.choice(flower), detail=2)
    leaf, bark = mottled(*LEAF, 6, 0.9, 0.8), mottled(*BARK, 12)
    tree((8.2, 11, 0), 7.5, leaf, bark, 14)
    tree((-9.5, 12, 0), 8.5, leaf, bark, 14)
    tree((-13, 8, 0), 6.5, leaf, bark, 10)
    ground(200, grass, (0, 40, -0.05))
    day_sky(1.15)
    sun((0.55, 0.75, -0.5), 2.0)
    camera((1.1, -7.6, 1.75), (-1.3, 4.2, 1.15), 30)


def drive():
    front_garden()
    blocks = [plain(color, 0.85, grain=0.5, scale=30) for color in ('#9a5743', '#ab6650', '#874a39', '#b57660')]
    edge = plain('#5e6266', 0.85, grain=0.4)
    ground(10, plain('#8b7f6f', 0.95, grain=0.6), (-2.6, -1, 0.0))
    # Stretcher bond, each block a little out of true.
    for row in range(62):
        for column in range(-11, 12):
            x = -2.6 + column * 0.205 + (0.1 if row % 2 else 0)
            if abs(x + 2.6) > 2.14:
                continue
            box(
                (x, 4.1 - row * 0.1045 * 1.6, random.uniform(-0.003, 0.003)),
                (0.198, 0.16, 0.05),
                random.choice(blocks),
                0.007,
                random.uniform(-0.6, 0.6),
                segments=2,
            )
    for side in (-2.28, 2.28):
        for row in range(50):
            box((-2.6 + side, 4.1 - row * 0.21, 0), (0.14, 0.2, 0.075), edge, 0.012, segments=2)


def drive_before():
    front_garden()
    slab = mottled('#5d5b57', '#8d8a83', 1.6, 0.95, 0.8)
    stain = mottled('#3c3a36', '#54524c', 3, 0.6, 0.5)
    # Broken plates that have sunk and lifted, with weeds between them.
    for row in range(8):
        for column in range(3):
            x, y = -2.6 + (column - 1) * 1.45, 3.5 - row * 1.42
            jag = lambda: random.uniform(-0.09, 0.09)  # noqa: E731
            lift = [random.uniform(0.0, 0.075) for _ in range(4)]
            corners = [(x - 0.69 + jag(), y - 0.68 + jag()), (x + 0.69 + jag(), y - 0.68 + jag()), (x + 0.69 + jag(), y + 0.68 + jag()), (x - 0.69 + jag(), y + 0.68 + jag())]
            top = [(cx, cy, lift[at] + 0.03) for at, (cx, cy) in enumerate(corners)]
            low = [(cx, cy, -0.1) for cx, cy in corners]
            shape(top + low, [(0, 1, 2, 3), (0, 4, 5, 1), (1, 5, 6, 2), (2, 6, 7, 3), (3, 7, 4, 0)], slab if random.random() < 0.8 else stain)
    ground(10, mottled('#3b3428', '#584d3a', 8), (-2.6, -1, -0.01))
    weed = mottled('#3d5420', '#728c3c', 3)
    for _ in range(240):
        column = random.choice((-0.5, 0.5))
        at = (-2.6 + column * 1.45 + random.uniform(-0.06, 0.06), random.uniform(-7, 4.1), 0.02)
        tube(at, 0.006, random.uniform(0.05, 0.2), weed, top=0.001, tilt=(random.uniform(-30, 30), random.uniform(-30, 30), 0), around=5)


def loft():
    """A brick loft by the water as its lamps come on."""
    wall, frame = brick_wall(), plain('#22252b', 0.5)
    box((0, 10, 0), (13, 8, 10.2), wall, 0)
    box((0, 10, 10.2), (13.3, 8.3, 0.35), plain('#3d3a3c', 0.8), 0.02)
    shine, dark = glow('#ffab52', 1.5), plain('#1a2230', 0.06)
    lit = {(0, 1), (0, 2), (1, 0), (1, 2), (2, 1), (2, 2), (2, 3), (1, 3)}
    for row in range(3):
        for column in range(4):
            x, z = -4.7 + column * 3.15, 0.9 + row * 3.1
            window((x, 6.0, z), (1.9, 1.9), frame, shine if (row, column) in lit else dark, (4, 3), 0.16)
            box((x, 5.98, z + 2.02), (2.3, 0.1, 0.22), plain('#cbbba4', 0.8), 0.01)
    for column in (1, 2):
        x = -4.7 + column * 3.15
        box((x, 5.3, 6.85), (2.6, 1.3, 0.1), frame, 0.01)
        for post in range(14):
            tube((x - 1.25 + post * 0.192, 4.7, 6.9), 0.012, 0.95, frame, 0, around=8)
        box((x, 4.7, 7.85), (2.6, 0.05, 0.05), frame, 0.01)
    # A lower neighbor on either side.
    for x, high, color in ((-11.5, 6.5, ('#6d6a66', '#7d7a75')), (11.2, 7.4, ('#7a5a48', '#8d6b57'))):
        side = brick_wall(*color)
        box((x, 11, 0), (9, 7, high), side, 0)
        gable((x, 11, high), (9, 7, 2.3), shingles(), side)
        for at in (-2, 1.6):
            window((x + at, 7.5, 1.4), (1.2, 1.6), frame, shine if at > 0 else dark, (2, 2))
            window((x + at, 7.5, 4.2), (1.2, 1.6), frame, dark if at > 0 else shine, (2, 2))
    quay = courses(('#5c5955', '#6b6863'), '#2f2d2b', 1.2, 0.5, 0.02, True, 0.8, 0.8)
    box((0, 8.2, -1.2), (60, 9, 1.2), quay, 0.03)
    ground(160, water('#0d2530', 0.9, 0.35), (0, 0, -0.9))
    post = plain('#1c1e22', 0.5)
    for x in (-8.4, 0.2, 8.6):
        tube((x, 4.3, 0), 0.05, 3.1, post)
        ball((x, 4.3, 3.2), 0.17, glow('#ffd9a0', 22), detail=3)
        lamp((x, 4.1, 3.1), 3.2, '#ffcf95', 0.2)
    for x in range(-12, 13, 3):
        tube((x, 3.95, 0), 0.13, 0.45, post, top=0.1)
    hull, deck = plain('#7d2f22', 0.4), wood()
    shape(
        [(-6.6, 0.4, -0.9), (-3.0, 0.2, -0.9), (-2.1, 1.1, -0.9), (-6.6, 1.7, -0.9), (-6.9, 0.1, -0.25), (-2.9, -0.1, -0.25), (-1.6, 1.1, -0.1), (-6.9, 2.0, -0.25)],
        [(0, 1, 5, 4), (1, 2, 6, 5), (2, 3, 7, 6), (3, 0, 4, 7), (4, 5, 6, 7)],
        hull,
    )
    tube((-4.3, 1.0, -0.3), 0.05, 4.6, deck, top=0.03)
    box((-5.3, 1.0, 0.45), (2.0, 0.09, 0.09), deck)
    dusk_sky(bright=2.4)
    sun((0.25, 0.9, -0.35), 0.8, '#c9bfe6', 12)
    camera((3.4, -10.5, 2.2), (-0.4, 6, 3.9), 27)


def cottage():
    """A white cottage with a porch and a picket fence, in the morning."""
    white, trim, dark = clapboard('#f1efe8', '#e8e5dc'), plain('#fbfaf6', 0.5), plain('#20303a', 0.07)
    box((0, 8, 0.3), (8, 6, 3.2), white, 0)
    gable((0, 8, 3.5), (8, 6, 3.0), shingles('#5b6a63', '#4a5851'), white)
    # The gable over the door, and the porch before it.
    box((0, 5.3, 3.5), (2.6, 1.8, 0.9), white, 0)
    gable((0, 5.2, 4.4), (1.9, 2.6, 1.25), shingles('#5b6a63', '#4a5851'), white, turn=90, overhang=0.22)
    window((0, 4.38, 3.75), (1.0, 1.0), trim, dark, (2, 2))
    box((0, 4.1, 0.12), (8.2, 2.0, 0.2), wood('#8a8377', '#a59d90'), 0.01)
    box((0, 4.1, 2.85), (8.5, 2.2, 0.14), shingles('#5b6a63', '#4a5851'), 0.01, tilt=(6, 0))
    for x in (-3.9, -1.5, 1.5, 3.9):
        box((x, 3.3, 0.3), (0.16, 0.16, 2.5), trim, 0.015)
    for x in (-2.7, 2.7):
        window((x, 4.98, 1.15), (1.3, 1.45), trim, dark, (2, 2))
        for side in (-1.0, 1.0):
            box((x + side, 4.95, 1.05), (0.42, 0.06, 1.65), plain('#31596a', 0.5), 0.015)
    box((0, 4.96, 0.32), (1.0, 0.1, 2.1), plain('#c9922e', 0.4), 0.02)
    for step in range(2):
        box((0, 2.95 - step * 0.32, 0.0), (1.8, 0.34, 0.22 - step * 0.1), wood('#8a8377', '#a59d90'), 0.01)
    box((2.6, 8.6, 5.2), (0.7, 0.7, 2.0), brick_wall(), 0.01)
    grass = mottled('#64833c', '#97b45c', 2)
    lawn((7, 9), (-4.5, -1.6, 0), 80000, grass, 0.09)
    lawn((7, 9), (4.5, -1.6, 0), 80000, grass, 0.09)
    ground(200, grass, (0, 40, -0.03))
    path = courses(('#a39a8b', '#b5ac9c'), '#6b675c', 0.55, 0.4, 0.03, False, 0.9, 0.8)
    box((0, -1.4, 0), (1.5, 9, 0.03), path, 0.01)
    for side in (-1, 1):
        for at in range(34):
            x = side * (0.95 + at * 0.19)
            box((x, -2.6, 0.08), (0.1, 0.03, 0.82), trim, 0.008, random.uniform(-1, 1))
        for level in (0.28, 0.66):
            box((side * 4.1, -2.56, level), (6.6, 0.03, 0.08), trim, 0.005)
    shrub, bloom = mottled('#2c4c26', '#5a7a38', 8, 0.9, 1.0), [plain(color, 0.6) for color in ('#7d8fd0', '#93a4dd', '#b58fc8')]
    for x in (-3.6, -2.8, -1.9, 1.9, 2.8, 3.6):
        bush((x, 2.5, 0.4), random.uniform(0.48, 0.6), shrub, (1, 0.9, 0.9), 1600, 0.09)
        for _ in range(26):
            turn, up = random.uniform(3.3, 6.2), random.uniform(0.1, 1.2)
            ball((x + 0.55 * math.cos(turn) * math.cos(up), 2.5 + 0.5 * math.sin(turn) * math.cos(up), 0.42 + 0.48 * math.sin(up)), 0.085, random.choice(bloom), (1, 1, 0.8), 2, 0.1)
    leaf, bark = mottled(*LEAF, 6, 0.9, 0.8), mottled(*BARK, 12)
    for at in ((-8, 9, 0), (7.6, 12, 0), (11, 8, 0)):
        tree(at, 7.6, leaf, bark, 13)
    day_sky(1.15)
    sun((-0.6, 0.7, -0.55), 2.1)
    camera((-1.9, -7.4, 1.7), (0.3, 4, 2.05), 31)


def barn_house():
    """A red house on a rise above a hayfield, late in the day."""
    red, trim = clapboard('#8c3427', '#9a3e2f'), plain('#f3efe6', 0.5)
    pane = plain('#2a3a46', 0.05)
    box((0, 10, 1.0), (9, 6, 3.8), red, 0)
    gable((0, 10, 4.8), (6, 9, 4.0), plain('#596067', 0.35, 0.8), red, turn=90, overhang=0.3)
    box((7.0, 10.8, 1.0), (5.4, 4.6, 2.7), red, 0)
    gable((7.0, 10.8, 3.7), (5.4, 4.6, 1.7), plain('#596067', 0.35, 0.8), red, overhang=0.25)
    for x in (-2.9, 2.9):
        window((x, 6.98, 2.0), (1.4, 1.7), trim, pane, (2, 3))
    window((-1.1, 6.98, 5.5), (1.2, 1.3), trim, pane, (2, 2))
    window((1.1, 6.98, 5.5), (1.2, 1.3), trim, pane, (2, 2))
    box((0, 6.95, 1.1), (1.9, 0.1, 2.5), plain('#223a34', 0.4), 0.02)
    for side in (-1.02, 1.02, 0):
        box((side, 6.9, 1.1), (0.1, 0.1, 2.55), trim, 0.01)
    window((7.0, 8.48, 1.9), (2.6, 1.2), trim, glow('#ffb765', 1.2), (4, 1))
    box((0, 5.9, 0.75), (11, 2.2, 0.3), wood('#877b68', '#a39680'), 0.01)
    field = mottled('#8a7a38', '#c1a955', 1.2)
    hill = [(-60, -10, -1.4), (60, -10, -1.4), (60, 4.5, 0.75), (-60, 4.5, 0.75), (60, 60, 1.0), (-60, 60, 1.0)]
    shape(hill, [(0, 1, 2, 3), (3, 2, 4, 5)], field)
    slope = math.degrees(math.atan2(2.15, 14.5))
    for patch in lawn((34, 13), (0, 0, 0), 160000, field, 0.32):
        patch.inside = ((0, -2.9, -0.34), (slope, 0, 0))
    Scene.bodies[-1].inside = ((0, -2.9, -0.34), (slope, 0, 0))
    far = mottled('#3b4f38', '#5d7250', 0.4)
    for at in range(42):
        bush((-70 + at * 3.6, 46 + random.uniform(-4, 6), 2.6), random.uniform(3.0, 4.6), far, (1, 1, 1.1), 2200, 0.06)
    leaf, bark = mottled('#7a5a1f', '#c08a33', 6, 0.9, 0.8), mottled(*BARK, 12)
    tree((-8.5, 9, 0.9), 8.6, leaf, bark, 16)
    tree((-12.5, 15, 0.9), 7.6, leaf, bark, 12)
    for post in range(16):
        box((-16 + post * 2.1, 2.0, 0.35), (0.11, 0.11, 1.1), wood('#6d6353', '#8a7e6a'), 0.01)
    for level in (0.75, 1.15):
        box((0, 2.0, level), (33, 0.04, 0.1), wood('#6d6353', '#8a7e6a'), 0.005)
    day_sky(0.6, '#f6d3a6', '#6d93c4')
    sun((0.8, 0.55, -0.22), 2.2, '#ffcf9a')
    camera((-3.6, -9.6, 1.5), (0.9, 7, 3.1), 29)


def neighborhood():
    """A small town by a bay, seen from a hill: roofs, trees, streets, and the water."""
    street = plain('#6d6f72', 0.9, grain=0.3)
    turf = mottled('#4a6b34', '#6f8d4a', 0.5)
    ground(160, turf, (0, 30, 0))
    roofs = [mottled(*pair, 1.5, 0.9, 0.5) for pair in (('#5a5f66', '#484d54'), ('#7a4a3a', '#67402f'), ('#4d5f66', '#3f5056'), ('#6a6157', '#574f46'))]
    walls = [plain(color, 0.7) for color in ('#f0ece2', '#dfe4e2', '#e7d9bd', '#b9c7cc', '#8f3d31', '#d9c7b8')]
    leaf = [mottled(*pair, 3, 0.9, 0.8) for pair in (LEAF, HEDGE, ('#6d6a2a', '#9d9443'))]
    bark = plain('#4a3a2c')
    for row in range(8):
        y = 4 + row * 7.4
        box((0, y - 3.2, 0), (120, 1.5, 0.03), street, 0)
        for column in range(-9, 10):
            x = column * 5.1 + random.uniform(-0.6, 0.6) + (2.2 if row % 2 else 0)
            if random.random() < 0.1:
                continue
            wide, deep, high = random.uniform(2.6, 3.5), random.uniform(2.2, 2.8), random.uniform(1.8, 2.8)
            turn = random.choice((0, 0, 90))
            wall, roof = random.choice(walls), random.choice(roofs)
            box((x, y, 0), (wide, deep, high), wall, 0, turn)
            gable((x, y, high), (wide, deep, random.uniform(1.1, 1.6)), roof, wall, 0.22, 0.1, turn)
            if random.random() < 0.5:
                box((x + 0.7, y + 0.3, high), (0.35, 0.35, 1.7), walls[4], 0)
    for column in (-24, -8.4, 8.8, 25):
        box((column, 30, 0.005), (1.5, 70, 0.03), street, 0)
    for _ in range(210):
        x, y = random.uniform(-48, 48), random.uniform(0, 62)
        high = random.uniform(1.6, 3.2)
        tube((x, y, 0), 0.12, high * 0.6, bark, top=0.06, around=8)
        for _ in range(2):
            bush((x + random.uniform(-0.4, 0.4), y + random.uniform(-0.4, 0.4), high * random.uniform(0.6, 0.85)), high * 0.36, random.choice(leaf), leaves=700, leaf=0.12)
    tube((11.5, 40, 0), 1.1, 6, walls[0], around=4)
    tube((11.5, 40, 6), 1.3, 4.2, roofs[0], top=0.02, around=4)
    ground(400, water('#1d4f63', 0.4, 0.2), (0, 265, 0.1))
    for at in range(12):
        ball((-110 + at * 20, 150 + random.uniform(-12, 12), -3), random.uniform(9, 14), leaf[1], (2, 1, 0.6))
    sail = plain('#f6f3ea', 0.6)
    for x, y in ((-14, 78), (6, 88), (22, 74)):
        shape([(x, y, 0.5), (x + 1.6, y, 0.5), (x, y, 4.2)], [(0, 1, 2)], sail)
        box((x + 0.4, y, 0.1), (2.6, 0.8, 0.4), walls[4], 0.1)
    day_sky(1.1)
    haze('#cfdbe6', 1100)
    sun((-0.75, 0.45, -0.5), 2.2, '#ffe6c4')
    camera((-7, -15, 15.5), (2, 27, 1), 33)


def yard():
    """A paving contractor's van at the yard, loaded before the day begins."""
    body, dark, tire = plain('#f2efe8', 0.25), plain('#1f262c', 0.2), plain('#17181a', 0.85, grain=0.3)
    plum = plain('#c24a1e', 0.35)
    box((0, 5, 0.42), (4.6, 1.95, 1.75), body, 0.16)
    box((-2.75, 5, 0.42), (1.6, 1.9, 0.85), body, 0.2)
    shape([(-3.15, 4.08, 1.2), (-2.15, 4.08, 1.2), (-2.15, 4.08, 2.12), (-2.45, 4.08, 2.12), (-3.15, 5.92, 1.2), (-2.15, 5.92, 1.2), (-2.15, 5.92, 2.12), (-2.45, 5.92, 2.12)],
          [(0, 1, 2, 3), (4, 7, 6, 5), (0, 3, 7, 4), (3, 2, 6, 7)], dark)
    box((0, 4.015, 0.98), (4.5, 0.02, 0.26), plum, 0)
    box((-1.75, 4.01, 1.32), (0.85, 0.02, 0.6), dark, 0.01)
    for x in (-2.6, 1.55):
        for y, hub in ((4.1, 3.97), (5.9, 6.03)):
            tube((x, y, 0.24), 0.36, 0.24, tire, 0.03, tilt=(90, 0, 0))
            tube((x, hub, 0.345), 0.2, 0.03, plain('#b9bcc0', 0.3, 0.9), 0.01, tilt=(90, 0, 0))
            tube((x, hub * 0.995 + 0.025, 0.345), 0.44, 0.03, plain('#2a3036', 0.8), 0.01, tilt=(90, 0, 0))
    box((-3.5, 5, 0.5), (0.12, 1.9, 0.22), dark, 0.03)
    for y in (4.3, 5.7):
        ball((-3.52, y, 0.92), 0.13, glow('#fff1cf', 14), (0.4, 1, 1), 3)
    rack = plain('#8b8f93', 0.35, 0.9)
    for x in (-1.2, 0.4, 1.9):
        box((x, 5, 2.2), (0.05, 1.9, 0.05), rack)
    for y in (4.4, 4.9):
        rod((0.3, y, 2.32), 0.05, 4.2, rack)
    # Pallets of blocks and slabs, and a heap of gravel.
    blocks = [plain(color, 0.85, grain=0.5) for color in ('#9a5743', '#ab6650', '#874a39', '#8d8f90', '#a3a49f')]
    pallet = wood('#8a6a44', '#b08e62')
    for x, y, tones in ((3.9, 3.4, blocks[:3]), (5.4, 4.3, blocks[3:]), (5.0, 6.3, blocks[:3]), (-5.3, 7.4, blocks[3:])):
        for slat in range(5):
            box((x, y - 0.5 + slat * 0.25, 0.08), (1.2, 0.12, 0.04), pallet, 0.004)
        for foot in (-0.5, 0, 0.5):
            box((x + foot, y, 0), (0.1, 1.1, 0.08), pallet, 0.004)
        for layer in range(7):
            for column in range(5):
                for row in range(8):
                    if layer == 6 and random.random() < 0.45:
                        continue
                    box((x - 0.46 + column * 0.23, y - 0.47 + row * 0.134, 0.125 + layer * 0.103), (0.215, 0.122, 0.098), random.choice(tones), 0.008, random.uniform(-1.5, 1.5), segments=1)
    stone = [plain(color, 0.9, grain=0.5) for color in ('#b7a88c', '#a4957a', '#cabd9f', '#8f8570')]
    for _ in range(900):
        turn, out = random.uniform(0, 6.3), random.random() ** 0.6 * 1.7
        ball((-6.6 + out * math.cos(turn), 4.6 + out * math.sin(turn), max(0.03, 0.95 - out * 0.56)), random.uniform(0.05, 0.1), random.choice(stone), detail=2, rough=0.18)
    ground(120, mottled('#85796a', '#a3978a', 1.5, 0.95, 1.0), (0, 30, 0))
    shed = courses(('#59666b', '#626f74'), '#384145', 0.3, 30, 0.02, True, 0.5, 0.9, False)
    box((2, 13, 0), (22, 5, 4.2), shed, 0)
    gable((2, 13, 4.2), (22, 5, 1.6), plain('#474d52', 0.5, 0.4), shed)
    box((-2.5, 10.46, 0), (4.2, 0.1, 3.3), plain('#2b3337', 0.6), 0.02)
    for x in (-6, 1.5, 7):
        lamp((x, 10.0, 3.7), 3.6, '#ffcf95', 0.1)
        box((x, 10.3, 3.7), (0.3, 0.4, 0.16), dark, 0.02)
    leaf, bark = mottled(*LEAF, 6, 0.9, 0.8), mottled(*BARK, 12)
    for at in ((-13, 17, 0), (-16, 13, 0), (17, 17, 0)):
        tree(at, 8, leaf, bark, 12)
    dusk_sky('#f2c08e', '#a7b4cc', '#5f82b5', 0.9)
    sun((0.7, 0.6, -0.28), 1.5, '#ffd2a0')
    camera((-3.3, -4.2, 1.7), (0.3, 5, 1.25), 30)


outside = {
    'drive': drive,
    'drive-before': drive_before,
    'loft': loft,
    'cottage': cottage,
    'barn-house': barn_house,
    'neighborhood': neighborhood,
    'yard': yard,
}
