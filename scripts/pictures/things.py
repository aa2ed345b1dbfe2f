"""Materials and things from close by."""

import math
import random

from inside import mug
from parts import (
    ball, box, camera, clear, courses, day_sky, ground, mottled, panel, plain, plain_sky, ring, rod, shape, sun, tube, wood,
)


def low_sun():
    day_sky(0.5)
    sun((-0.8, 0.35, -0.42), 2.6, '#ffe2bd', 1)


def brick():
    """Clay blocks in herringbone, each a shade of its own."""
    ground(20, plain('#8d7d68', 0.95, grain=0.8))
    tones = [plain(color, 0.85, grain=0.55, scale=26) for color in ('#8f5a4a', '#a06a58', '#7d5046', '#ad7f6c', '#866055')]
    step = 0.1
    # Herringbone: going right along a row, two cells of one that lies, then two that each belong to one that stands.
    for row in range(-10, 40):
        for column in range(-20, 22):
            lies = (column - row) % 4 == 0
            if not lies and (column - row) % 4 != 3:
                continue
            at = ((column + (1 if lies else 0.5)) * step, (row + (0.5 if lies else 1)) * step, random.uniform(-0.003, 0.003))
            tilt = (random.uniform(-0.7, 0.7), random.uniform(-0.7, 0.7))
            box(at, (0.194, 0.094, 0.06), random.choice(tones), 0.007, (0 if lies else 90) + random.uniform(-0.5, 0.5), tilt)
    low_sun()
    camera((0.1, -1.15, 0.92), (0.0, 0.45, 0), 38)


def gravel():
    """Round stones of four shades, held at the edge by a steel strip."""
    ground(20, plain('#84755b', 0.95, grain=0.6))
    stones = []
    for color in ('#b9a988', '#a3947a', '#cbbd9d', '#8b806b', '#9a8b78'):
        stones.append(plain(color, 0.7, grain=0.35, scale=40))
    for _ in range(16000):
        y = -0.75 + 3.6 * random.random() ** 1.5
        wide = 0.5 + (y + 0.75) * 0.6
        radius = random.uniform(0.011, 0.022)
        scale = (1, random.uniform(0.65, 0.95), random.uniform(0.5, 0.75))
        body = ball((random.uniform(-wide, wide), y, random.uniform(0.0, 0.026)), radius, random.choice(stones), scale)
        body.turn = (random.uniform(-30, 30), random.uniform(-30, 30), random.uniform(0, 360))
    box((-0.78, 1.2, 0), (0.012, 5, 0.09), plain('#5b4638', 0.6, 0.7, grain=0.3), 0.002, -14)
    low_sun()
    camera((0.15, -0.95, 0.7), (0.0, 0.3, 0), 40)


def slab():
    """Large porcelain slabs after rain."""
    ground(20, plain('#3c4245', 0.9, grain=0.4))
    for row in range(-2, 7):
        for column in range(-5, 6):
            tone = random.choice(('#6f7c82', '#656f75', '#7d898e', '#59646a'))
            material = mottled(tone, '#8b979c', 3, 0.3, 0.12)
            box((column * 0.606 + (0.3 if row % 2 else 0), row * 0.606, 0), (0.6, 0.6, 0.03), material, 0.003, 0, (random.uniform(-0.25, 0.25), random.uniform(-0.25, 0.25)))
    pebble = plain('#d8d4ca', 0.6, grain=0.3)
    for at in range(240):
        ball((-1.25 + random.uniform(-0.14, 0.14), at * 0.017 - 0.6, 0.04), random.uniform(0.018, 0.034), pebble, (1, 0.8, 0.7), 2, 0.1)
    day_sky(0.7)
    sun((0.35, -0.8, -0.4), 2.0, '#fff0da', 1.5)
    camera((0.2, -1.5, 1.25), (-0.05, 0.55, 0), 36)


def guide():
    """A printed booklet on a desk, read with a pencil in hand."""
    desk = wood('#7d5634', '#a97f54', 2, (1, 9, 9), 0.4)
    box((0, 0.2, -0.06), (4, 3, 0.06), desk, 0.01)
    paper, ink, gold = plain('#fbf8f1', 0.7, grain=0.05, scale=300), plain('#fbf8f1', 0.7), plain('#e0b45c', 0.6)

    def booklet(x, y, z, turn, cover):
        spin = math.radians(turn)

        def put(dx, dy, up):
            return x + dx * math.cos(spin) - dy * math.sin(spin), y + dx * math.sin(spin) + dy * math.cos(spin), z + up

        box(put(0, 0, 0), (0.4, 0.56, 0.011), paper, 0.0008, turn)
        box(put(0, 0, 0.011), (0.405, 0.565, 0.0012), cover, 0.0004, turn)
        for line, (long, high) in enumerate(((0.3, 0.034), (0.24, 0.034), (0.14, 0.012))):
            box(put((long - 0.32) / 2, 0.2 - line * 0.052, 0.0122), (long, high, 0.0006), ink if line < 2 else gold, 0, turn)
        # A house on a hill by the sea, cut from paper.
        tube(put(0.09, -0.06, 0.0122), 0.048, 0.0006, gold, 0)
        for wave, (tone, drop) in enumerate((('#5f8f9b', 0.0), ('#3f7280', 0.045), ('#2c5866', 0.09))):
            edge = [put(-0.2 + 0.4 * at / 24, -0.12 - drop + 0.014 * math.sin(at * 0.55 + wave * 2), 0.0128 + wave * 0.0006) for at in range(25)]
            low = [put(-0.2 + 0.4 * at / 24, -0.28, 0.0128 + wave * 0.0006) for at in range(25)]
            shape(edge + low, [(at, at + 1, at + 26, at + 25) for at in range(24)], plain(tone, 0.7))
        box(put(-0.08, -0.09, 0.0122), (0.09, 0.07, 0.0006), ink, 0, turn)
        roof = [put(-0.14, -0.056, 0.0124), put(-0.02, -0.056, 0.0124), put(-0.08, -0.005, 0.0124)]
        shape(roof, [(0, 1, 2)], plain('#b9653f', 0.7))

    booklet(0.2, 0.24, 0.0, -16, plain('#b9653f', 0.5))
    booklet(-0.06, 0.06, 0.013, 12, plain('#1f4450', 0.5))
    mug((0.5, 0.3, 0.0), plain('#26495a', 0.25, grain=0.02), plain('#4a2a14', 0.15))
    yellow = plain('#d9a42f', 0.4)
    rod((0.36, -0.16, 0.012), 0.006, 0.24, yellow, (0, 90, 38))
    brass = plain('#9a7b3e', 0.25, 1.0)
    for x in (-0.62, -0.47):
        ring((x, 0.12, 0.012), 0.062, 0.0045, brass, (97, 0, 0))
    rod((-0.69, 0.2, 0.012), 0.0035, 0.15, brass, (84, 0, 20))
    leaf = plain('#4f7d4a', 0.5)
    tube((-0.62, 0.62, 0), 0.1, 0.17, plain('#b9653f', 0.8, grain=0.2), top=0.13)
    for at in range(26):
        body = ball((-0.62 + random.uniform(-0.13, 0.13), 0.62 + random.uniform(-0.13, 0.13), random.uniform(0.2, 0.42)), 0.06, leaf, (1, 0.55, 0.2), 3)
        body.turn = [random.uniform(-40, 40), random.uniform(-40, 40), random.uniform(0, 360)]
    plain_sky('#f1e6d6', 0.35)
    panel((-2.2, 1.6, 1.6), (0, 0, 0), 0.9, 5.58, '#ffe3bd')
    panel((1.5, -1.5, 2.2), (0, 0, 0), 2, 1.08, '#dfe9ff')
    camera((0.1, -0.98, 0.86), (-0.02, 0.1, 0.02), 42, (0.0, 0.02, 0.02), 3.5)


def tap():
    """A copper pipe that drips, a wrench beside it."""
    wall = plain('#d5dad8', 0.35, grain=0.04)
    box((0, 0.6, -1), (5, 0.1, 3), wall, 0)
    tiles = courses(('#dfe5e3', '#d3dbd9'), '#a9b2b0', 0.3, 0.15, 0.006, True, 0.12, 0.4)
    box((0, 0.54, -1), (5, 0.02, 3), tiles, 0)
    copper, brass, steel = plain('#b5673f', 0.22, 1.0), plain('#b08a45', 0.25, 1.0), plain('#9aa2a8', 0.22, 1.0)
    rod((0, 0.38, 0.42), 0.03, 3.4, copper)
    tube((-0.35, 0.38, -0.9), 0.03, 1.32, copper, 0)
    for x in (-0.35, 0.28):
        rod((x, 0.38, 0.42), 0.043, 0.12, brass)
    tube((-0.35, 0.38, 0.27), 0.043, 0.1, brass, 0.006, around=6)
    red = plain('#a93a28', 0.3)
    tube((0.28, 0.38, 0.44), 0.018, 0.14, brass)
    for turn in range(12):
        angle = turn * math.pi / 6
        ball((0.28 + 0.085 * math.cos(angle), 0.38 + 0.085 * math.sin(angle), 0.59), 0.026, red, detail=3)
    for turn in range(3):
        angle = turn * 2.1
        box((0.28 + 0.04 * math.cos(angle), 0.38 + 0.04 * math.sin(angle), 0.582), (0.09, 0.018, 0.014), red, 0.005, math.degrees(angle))
    drop = clear()
    for x, z, size in ((-0.35, 0.22, 0.02), (-0.345, 0.08, 0.014), (-0.35, -0.12, 0.016), (0.33, 0.36, 0.013)):
        ball((x, 0.33, z), size, drop, (0.85, 0.85, 1.25), 4)
    bench = wood('#6a4a2c', '#8a6440')
    box((0, 0.1, -0.36), (5, 0.9, 0.08), bench, 0.01)
    box((0.42, -0.06, -0.28), (0.62, 0.07, 0.03), steel, 0.012, 22)
    box((0.14, -0.17, -0.28), (0.14, 0.17, 0.036), steel, 0.014, 22)
    box((0.06, -0.24, -0.28), (0.11, 0.05, 0.036), steel, 0.01, 22)
    box((0.6, 0.02, -0.275), (0.3, 0.075, 0.04), red, 0.014, 22)
    cloth_tone = plain('#3d5a6b', 0.95, grain=0.5)
    for at in range(5):
        box((-0.75 + at * 0.02, -0.05 + at * 0.012, -0.28 + at * 0.017), (0.42 - at * 0.03, 0.3, 0.018), cloth_tone, 0.008, -12 + at * 4)
    for _ in range(30):
        ball((-0.35 + random.gauss(0, 0.1), 0.16 + random.gauss(0, 0.07), -0.278), random.uniform(0.006, 0.022), drop, (1, 1, 0.35), 3)
    plain_sky('#cfdbe6', 0.35)
    panel((-1.8, -1.4, 1.7), (0, 0.3, 0.1), 1.0, 6.75, '#fff1dc')
    panel((2.0, -0.8, 0.8), (0, 0.3, 0.1), 0.8, 1.98, '#cfe0ff')
    camera((0.25, -1.55, 0.38), (0.02, 0.3, 0.12), 38)


things = {
    'brick': brick,
    'gravel': gravel,
    'slab': slab,
    'guide': guide,
    'tap': tap,
}
