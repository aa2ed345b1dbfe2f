"""Rooms."""

import math
import random

from parts import (
    ball, box, bush, camera, cloth, courses, day_sky, dusk_sky, glow, ground, lamp, mottled, panel, plain, potted, rod,
    shape, sun, tube, water, wood,
)


def floorboards(a='#a67c4f', b='#b98f62'):
    return courses((a, b), '#5f4429', 1.8, 0.14, 0.004, False, 0.35, 0.25)


def room(wide, deep, high, wall, floor, opening):
    """A room open towards the camera, its back wall with one opening: left, right, sill and head, in meters."""
    left, right, sill, head = opening
    box((0, 0, -0.1), (wide, deep * 2 + 0.3, 0.1), floor, 0)
    box((0, deep / 2, high), (wide + 2, deep * 2, 0.2), plain('#f4f2ec', 0.9), 0)
    for side in (-1, 1):
        box((side * (wide / 2 + 0.1), 0, 0), (0.2, deep * 2, high), wall, 0)
    y = deep
    box(((left - wide / 2) / 2, y, 0), (left + wide / 2, 0.24, high), wall, 0)
    box(((right + wide / 2) / 2, y, 0), (wide / 2 - right, 0.24, high), wall, 0)
    middle = (left + right) / 2
    box((middle, y, 0), (right - left, 0.24, sill), wall, 0)
    box((middle, y, head), (right - left, 0.24, high - head), wall, 0)
    skirting = plain('#f6f4ee', 0.5)
    box((0, y - 0.13, 0), (wide, 0.03, 0.14), skirting, 0.005)


def bars(opening, y, frame, columns, rows):
    left, right, sill, head = opening
    for at in range(columns + 1):
        box((left + (right - left) * at / columns, y, sill), (0.05 if 0 < at < columns else 0.09, 0.08, head - sill), frame, 0.005)
    for at in range(rows + 1):
        box(((left + right) / 2, y, sill + (head - sill) * at / rows - 0.02), (right - left, 0.08, 0.05 if 0 < at < rows else 0.08), frame, 0.005)
    box(((left + right) / 2, y - 0.16, sill - 0.05), (right - left + 0.3, 0.26, 0.05), frame, 0.01)


def curtain(x, y, high, wide, material):
    """Cloth that hangs in folds."""
    steps = 60
    points, faces = [], []
    for at in range(steps + 1):
        along = x + wide * at / steps
        fold = 0.06 * math.sin(at / steps * wide * 34)
        points += [(along, y + fold, 0.04), (along, y + fold * 0.7, high)]
    for at in range(steps):
        faces.append((at * 2, at * 2 + 2, at * 2 + 3, at * 2 + 1))
    shape(points, faces, material)


def armchair(at, material, leg, turn):
    x, y, z = at
    spin = math.radians(turn)

    def part(dx, dy, dz, size, bevel, tilt=(0, 0)):
        px = x + dx * math.cos(spin) - dy * math.sin(spin)
        py = y + dx * math.sin(spin) + dy * math.cos(spin)
        box((px, py, z + dz), size, material, bevel, turn, tilt, 6)

    part(0, 0, 0.22, (0.74, 0.7, 0.2), 0.07)
    part(0, 0.02, 0.38, (0.58, 0.6, 0.12), 0.055)
    part(0, 0.33, 0.3, (0.74, 0.16, 0.62), 0.075, (-9, 0))
    for side in (-0.36, 0.36):
        part(side, 0.02, 0.22, (0.14, 0.68, 0.38), 0.065)
    for dx in (-0.3, 0.3):
        for dy in (-0.28, 0.28):
            px = x + dx * math.cos(spin) - dy * math.sin(spin)
            py = y + dx * math.sin(spin) + dy * math.cos(spin)
            tube((px, py, z), 0.016, 0.24, leg, top=0.026)


def bay(far=60):
    """Water and islands, as seen from a window above them."""
    ground(300, water('#2d6478', 0.5, 0.15), (0, far + 150, -4))
    isle = mottled('#3d5a45', '#5f7a58', 0.5)
    for x, y, size in ((-26, 95, 12), (8, 120, 16), (38, 100, 11), (-60, 130, 20)):
        ball((x, y, -6), size, isle, (1.8, 0.7, 0.62), 4, 0.03)
    sail = plain('#fbf8ef', 0.6)
    for x, y, high in ((-4.5, 50, 5), (6.5, 62, 4.4)):
        shape([(x, y, -3.4), (x + high * 0.42, y, -3.4), (x, y, high - 3.4)], [(0, 1, 2)], sail)
        box((x + 0.4, y, -3.95), (2.8, 0.8, 0.5), plain('#8a3d2e', 0.5), 0.1)


def mug(at, material, drink=None):
    x, y, z = at
    tube((x, y, z), 0.042, 0.095, material, top=0.046, bevel=0.006)
    if drink:
        tube((x, y, z + 0.089), 0.038, 0.008, drink, 0)
    for step in range(9):
        turn = -math.pi / 2 + math.pi * step / 8
        ball((x + 0.045 + 0.028 * math.cos(turn), y, z + 0.05 + 0.03 * math.sin(turn)), 0.008, material, detail=2)


def quiet_room():
    """Two chairs at a window above the harbor, and nothing that hums."""
    opening = (-1.55, 1.55, 0.75, 2.35)
    room(5.4, 3.4, 2.8, plain('#cfdcd6', 0.9, grain=0.06, scale=180), floorboards(), opening)
    bars(opening, 3.4, plain('#f7f5ef', 0.4), 3, 2)
    green = cloth('#3f8288')
    for side in (-1, 1):
        curtain(side * 1.62 if side > 0 else -2.32, 3.2, 2.52, 0.7, green)
    rod((0, 3.18, 2.55), 0.016, 4.9, plain('#5c4630', 0.4))
    rust, leg = cloth('#c07a58'), wood('#5b3d24', '#7c5636')
    armchair((-1.02, 2.2, 0), rust, leg, 62)
    armchair((1.02, 2.2, 0), rust, leg, -62)
    tube((0, 2.1, 0.5), 0.36, 0.035, leg, 0.008)
    tube((0, 2.1, 0), 0.03, 0.5, leg)
    tube((0, 2.1, 0), 0.2, 0.03, leg, 0.008)
    mug((-0.1, 2.0, 0.535), plain('#f4efe4', 0.25), plain('#6b3d1c', 0.2))
    for level, color in enumerate(('#e4d9c4', '#1d6a70', '#c79a4b')):
        box((0.14, 2.15, 0.535 + level * 0.028), (0.2 - level * 0.02, 0.14, 0.026), plain(color, 0.6), 0.004, 12 + level * 9)
    rug = mottled('#e5dccb', '#d3c6ae', 30, 0.98, 1.0)
    box((0, 1.7, 0), (3.0, 1.9, 0.014), rug, 0.006)
    potted((2.15, 2.75, 0), 1.25, plain('#3b6b42', 0.45), plain('#a35f40', 0.8, grain=0.2), 20)
    box((-2.5, 1.3, 0), (0.36, 1.5, 0.85), wood('#8a6440', '#a98158'), 0.01)
    potted((-2.48, 1.1, 0.85), 0.42, plain('#4f7d4a', 0.5), plain('#e9e4d8', 0.6), 12)
    for at in range(7):
        box((-2.45, 1.5 + at * 0.055, 0.85), (0.17, 0.04, random.uniform(0.2, 0.27)), plain(random.choice(('#7a2e3c', '#20545a', '#c9b37e', '#444b5c')), 0.6), 0.004)
    bay()
    day_sky(1.0)
    sun((-0.42, -0.8, -0.52), 3.0, '#ffe7c6', 1.2)
    panel((0, -1.5, 2.5), (0, 2, 0.8), 2.5, 4.5, '#fff4e6')
    camera((0.35, -1.75, 1.3), (0.02, 2.6, 1.05), 27)


def treatment_room():
    """A physical therapist's room: a couch, wall bars, balls, morning light."""
    opening = (-0.2, 2.5, 0.5, 2.5)
    room(6.4, 4.2, 3.0, plain('#e6eae0', 0.9, grain=0.06, scale=180), floorboards('#b48f62', '#c6a377'), opening)
    bars(opening, 4.2, plain('#39423c', 0.4), 3, 2)
    beech = wood('#b98d58', '#d4ad79')
    for side in (-2.85, -1.85):
        box((side, 4.02, 0.05), (0.06, 0.12, 2.5), beech, 0.008)
    for rung in range(13):
        rod((-2.35, 3.99, 0.25 + rung * 0.18), 0.02, 1.0, beech)
    green, pale = cloth('#2f6b3f'), cloth('#e9e6da')
    box((0.35, 2.35, 0.6), (2.0, 0.72, 0.13), green, 0.05, -8, segments=6)
    box((-0.45, 2.46, 0.74), (0.42, 0.5, 0.09), pale, 0.04, -8, segments=6)
    steel = plain('#c8ccca', 0.25, 0.9)
    for dx in (-0.75, 1.35):
        for dy in (2.15, 2.65):
            tube((dx, dy - dx * 0.12, 0), 0.025, 0.6, steel)
    box((0.35, 2.35, 0.3), (1.9, 0.05, 0.05), steel, 0.01, -8)
    ball((-1.45, 2.3, 0.36), 0.36, plain('#c9722f', 0.35), detail=6)
    ball((-2.15, 3.0, 0.26), 0.26, plain('#31607a', 0.35), detail=6)
    rod((1.9, 1.45, 0.08), 0.075, 0.6, plain('#2b2f2c', 0.8, grain=0.6, scale=40), (0, 90, 20))
    box((1.0, 1.1, 0), (1.7, 0.62, 0.012), plain('#7f9c86', 0.9, grain=0.4), 0.004, 6)
    for at, color in enumerate(('#b4532e', '#d9a441', '#2f6b3f')):
        tube((-1.98 + at * 0.13, 3.92, 1.2 - at * 0.03), 0.02, 0.9, plain(color, 0.5), 0.002, top=0.02, around=16)
    potted((2.75, 3.5, 0), 1.35, plain('#3f7046', 0.45), plain('#d8d3c4', 0.7), 20)
    box((-2.95, 1.7, 0), (0.42, 1.1, 0.8), beech, 0.01)
    for at in range(4):
        box((-2.93, 1.35 + at * 0.2, 0.8), (0.3, 0.17, 0.05 + 0.035 * (at % 3)), pale, 0.02)
    ground(200, mottled('#52703a', '#7b9a52', 0.6), (0, 104, -0.6))
    leaf = mottled('#3a5c2c', '#789a48', 2, 0.9, 0.8)
    for _ in range(40):
        bush((random.uniform(-16, 22), random.uniform(14, 30), random.uniform(0.5, 4)), random.uniform(1.2, 2.4), leaf, leaves=1400, leaf=0.085)
    day_sky(1.0)
    sun((-0.5, -0.75, -0.55), 3.0, '#ffeccd', 1.2)
    panel((-1, -2, 2.8), (0, 2.5, 0.8), 3, 8, '#fff6ea')
    camera((-0.5, -2.1, 1.45), (0.1, 2.9, 0.95), 27)


def evening_hall():
    """Chairs set out before an evening talk, the lamps already on."""
    opening = (-3.4, 3.4, 0.9, 2.9)
    room(9.5, 7.5, 3.7, plain('#dcd6c6', 0.9, grain=0.06, scale=160), floorboards('#8c6239', '#a37749'), opening)
    bars(opening, 7.5, plain('#2d352f', 0.4), 6, 2)
    seat, leg = wood('#a4703c', '#c8955b'), plain('#20241f', 0.4, 0.5)

    def chair(x, y, turn):
        spin = math.radians(turn)

        def put(dx, dy):
            return x + dx * math.cos(spin) - dy * math.sin(spin), y + dx * math.sin(spin) + dy * math.cos(spin)

        box((*put(0, 0), 0.44), (0.42, 0.4, 0.025), seat, 0.012, turn)
        box((*put(0, -0.2), 0.66), (0.42, 0.025, 0.24), seat, 0.012, turn, (8, 0))
        for dx in (-0.19, 0.19):
            for dy, high in ((-0.19, 0.82), (0.18, 0.44)):
                tube((*put(dx, dy), 0), 0.012, high, leg, 0, around=12)

    for row in range(3):
        for column in range(8):
            x = (column - 3.5) * 0.66
            chair(x, 2.5 + row * 0.95 + x * x * 0.03, random.uniform(-3, 3) - x * 3)
    box((-1.2, 6.6, 0), (1.7, 0.06, 1.95), plain('#f7f6f1', 0.35), 0.01)
    for side in (-2.0, -0.4):
        tube((side, 6.62, 0), 0.02, 1.95, leg)
    ink = plain('#2f6b3f', 0.6)
    for at in range(4):
        box((-1.5 + at * 0.1, 6.56, 1.55 - at * 0.18), (0.8 - at * 0.12, 0.01, 0.03), ink, 0)
    tube((1.5, 6.2, 0), 0.03, 0.9, leg)
    box((1.5, 6.15, 0.9), (0.6, 0.45, 0.04), seat, 0.01, tilt=(14, 0))
    table = wood('#7a5230', '#96693f')
    box((3.6, 4.6, 0.72), (0.9, 2.0, 0.05), table, 0.01)
    for dy in (3.75, 5.45):
        box((3.6, dy, 0), (0.7, 0.06, 0.72), table, 0.01)
    white = plain('#f4efe4', 0.25)
    for row in range(3):
        for column in range(6):
            mug((3.4 + row * 0.16, 3.9 + column * 0.17, 0.77), white)
    tube((3.6, 5.25, 0.77), 0.11, 0.3, plain('#b9bcc0', 0.2, 0.9), 0.02)
    shade = plain('#2f5f42', 0.35)
    for x in (-2.3, 0, 2.3):
        for y in (3.0, 5.2):
            tube((x, y, 2.75), 0.24, 0.2, shade, top=0.06, bevel=0.004)
            tube((x, y, 2.9), 0.008, 0.8, leg, 0, around=8)
            ball((x, y, 2.76), 0.07, glow('#ffd79b', 30), detail=3)
            lamp((x, y, 2.68), 1.1, '#ffc98a', 0.09)
    potted((-4.1, 6.6, 0), 1.5, plain('#3f7046', 0.45), plain('#a35f40', 0.8), 20)
    ground(200, mottled('#1d2a22', '#2b3a2e', 0.6), (0, 110, -0.6))
    trunk = plain('#141c1c', 0.9)
    for _ in range(36):
        bush((random.uniform(-22, 22), random.uniform(20, 36), random.uniform(0, 3)), random.uniform(1.4, 3), trunk, leaves=1400, leaf=0.085)
    dusk_sky('#e79a62', '#6c6f9e', '#22305e', 1.1)
    panel((0, -2.5, 3.2), (0, 3, 0.8), 3, 3.06, '#ffd9ac')
    camera((-1.35, -1.3, 1.72), (0.25, 5.2, 1.2), 26)


def sofa(at, wide, material, cushions):
    x, y, z = at
    box((x, y, z + 0.14), (wide, 0.9, 0.26), material, 0.07, segments=6)
    box((x, y + 0.38, z + 0.2), (wide, 0.2, 0.62), material, 0.09, segments=6)
    for side in (-1, 1):
        box((x + side * (wide / 2 - 0.1), y, z + 0.14), (0.22, 0.9, 0.48), material, 0.09, segments=6)
    for at_x in (-1, 1):
        box((x + at_x * wide * 0.22, y - 0.06, z + 0.38), (wide * 0.42, 0.7, 0.15), material, 0.06, segments=6)
    for dx, color, lean in cushions:
        box((x + dx, y + 0.16, z + 0.5), (0.44, 0.14, 0.42), cloth(color), 0.07, lean, (-16, 0), 6)


def loft_living():
    """A loft's living room at dusk: brick, a long sofa, the harbor outside."""
    opening = (-2.5, 2.5, 0.55, 3.0)
    brick = courses(('#8e4a38', '#a7604a'), '#b8a995', 0.23, 0.078, 0.009, True, 0.9, 0.7)
    room(7.6, 4.6, 3.5, brick, floorboards('#8a6238', '#9f7547'), opening)
    bars(opening, 4.6, plain('#1f2226', 0.4), 6, 3)
    sofa((-0.9, 3.1, 0), 2.7, cloth('#56688a'), ((-1.0, '#d7a13f', 10), (0.9, '#b9523c', -14), (0.45, '#e6dfd0', 6)))
    rug = mottled('#d9cdb6', '#c0ae8e', 26, 0.98, 1.0)
    box((-0.6, 1.7, 0), (3.6, 2.2, 0.015), rug, 0.006)
    oak = wood('#8c6238', '#b58a58')
    box((-0.8, 1.75, 0.34), (1.25, 0.62, 0.05), oak, 0.012)
    for dx in (-1.3, -0.3):
        for dy in (1.52, 1.98):
            tube((dx, dy, 0), 0.018, 0.35, plain('#1f2226', 0.4), top=0.018, around=16)
    for level, color in enumerate(('#f1eadc', '#7a2e3c', '#24485a')):
        box((-1.05, 1.8, 0.39 + level * 0.03), (0.3 - level * 0.02, 0.22, 0.028), plain(color, 0.6), 0.004, 8 - level * 11)
    mug((-0.5, 1.62, 0.39), plain('#e9e3d6', 0.25), plain('#5b3318', 0.2))
    tube((-0.35, 1.9, 0.39), 0.06, 0.16, plain('#7f9c9a', 0.1), top=0.045)
    armchair((1.75, 2.2, 0), cloth('#a9573a'), oak, -58)
    tube((2.85, 3.6, 0), 0.14, 0.03, plain('#1f2226', 0.4))
    tube((2.85, 3.6, 0), 0.014, 1.6, plain('#1f2226', 0.4))
    tube((2.85, 3.6, 1.5), 0.24, 0.3, glow('#ffc27a', 1.8), top=0.15)
    lamp((2.85, 3.5, 1.6), 2.4, '#ffc489', 0.2)
    box((-3.45, 2.4, 0), (0.36, 2.4, 2.2), oak, 0.01)
    for shelf in range(5):
        box((-3.25, 2.4, 0.08 + shelf * 0.42), (0.06, 2.3, 0.36), plain('#3a2c20', 0.8), 0)
        y = 1.3
        while y < 3.4:
            thick = random.uniform(0.025, 0.055)
            if random.random() < 0.82:
                box((-3.2, y, 0.1 + shelf * 0.42), (0.2, thick - 0.004, random.uniform(0.2, 0.31)), plain(random.choice(('#7a2e3c', '#24485a', '#c9b37e', '#e8e2d4', '#4c5a46', '#8a5a34', '#30323a')), 0.6), 0.003)
            y += thick
    potted((2.95, 1.4, 0), 1.3, plain('#3f7046', 0.45), plain('#d8d3c4', 0.7), 20)
    bay()
    for x in range(-40, 50, 7):
        ball((x + random.uniform(-2, 2), 100, -1 + random.uniform(0, 1)), 0.35, glow('#ffcf8a', 30), detail=2)
    dusk_sky('#f0a878', '#8f76a5', '#3a4a85', 1.3)
    panel((0.5, -1.8, 3.0), (0, 2.4, 0.8), 2.6, 8, '#ffd8ab')
    lamp((-2.4, 0.6, 2.9), 1.4, '#ffcf9a', 0.25)
    camera((0.9, -2.0, 1.4), (-0.35, 3.2, 1.12), 26)


def kitchen():
    """A kitchen with an island and three lamps over it."""
    opening = (-1.5, 1.9, 1.1, 2.4)
    room(6.4, 4.4, 2.9, plain('#f0ece2', 0.9, grain=0.05, scale=160), floorboards('#a5804f', '#b89463'), opening)
    bars(opening, 4.4, plain('#f7f5ef', 0.4), 4, 2)
    front, top, oak = plain('#5f7d72', 0.4), plain('#eeeae1', 0.18, grain=0.03), wood('#9a6f42', '#bd9262')
    brass = plain('#b78d3f', 0.25, 1.0)
    for at in range(7):
        x = -2.9 + at * 0.85
        box((x, 4.0, 0.08), (0.82, 0.6, 0.8), front, 0.008)
        box((x, 3.69, 0.16), (0.7, 0.02, 0.64), front, 0.012)
        box((x, 3.66, 0.72), (0.2, 0.02, 0.016), brass, 0.004)
    box((-0.35, 4.0, 0.88), (6.1, 0.66, 0.045), top, 0.006)
    tiles = courses(('#e9ebe4', '#dfe3dc'), '#bfc1b8', 0.16, 0.08, 0.004, True, 0.15, 0.3)
    box((0, 4.27, 0.92), (6.3, 0.02, 0.19), tiles, 0)
    for side in (-2.35, 2.55):
        for shelf in (1.45, 1.95):
            box((side, 4.1, shelf), (1.2, 0.28, 0.04), oak, 0.006)
            for at in range(6):
                x = side - 0.48 + at * 0.19
                kind = random.random()
                if kind < 0.5:
                    tube((x, 4.1, shelf + 0.04), 0.05, 0.1, plain(random.choice(('#f4efe4', '#c7d0c8', '#b9653f')), 0.3), top=0.06)
                else:
                    tube((x, 4.1, shelf + 0.04), 0.055, random.uniform(0.12, 0.24), plain(random.choice(('#d9c9a5', '#8a9a8f', '#e6ded0')), 0.3), 0.01)
    box((0.1, 2.2, 0.0), (2.5, 0.95, 0.88), oak, 0.01)
    box((0.1, 2.2, 0.88), (2.8, 1.15, 0.05), top, 0.008)
    for x in (-0.75, 0.1, 0.95):
        tube((x, 1.35, 0.62), 0.18, 0.045, oak, 0.012)
        for turn in range(4):
            angle = turn * math.pi / 2 + 0.8
            tube((x + 0.12 * math.cos(angle), 1.35 + 0.12 * math.sin(angle), 0), 0.014, 0.63, plain('#22262a', 0.4), around=12)
        tube((x, 2.2, 1.85), 0.17, 0.2, brass, top=0.05)
        tube((x, 2.2, 2.04), 0.006, 0.9, plain('#22262a', 0.4), 0, around=8)
        ball((x, 2.2, 1.87), 0.05, glow('#ffdfae', 30), detail=3)
        lamp((x, 2.2, 1.8), 0.44, '#ffd6a0', 0.07)
    tube((-0.55, 2.25, 0.93), 0.2, 0.09, plain('#e8e2d4', 0.3), top=0.24)
    for at in range(9):
        ball((-0.55 + random.uniform(-0.12, 0.12), 2.25 + random.uniform(-0.12, 0.12), 1.03 + random.uniform(0, 0.05)), 0.05, plain(random.choice(('#d48a2a', '#c9a227', '#8fa63a')), 0.4), detail=4)
    tube((0.75, 2.35, 0.93), 0.055, 0.26, plain('#9db4b0', 0.08), top=0.04)
    for at in range(12):
        ball((0.75 + random.uniform(-0.14, 0.14), 2.35 + random.uniform(-0.14, 0.14), 1.3 + random.uniform(0, 0.22)), 0.055, plain(random.choice(('#e8dff0', '#b58fc8', '#5f7f4a')), 0.6), detail=3, rough=0.1)
    box((0.3, 1.95, 0.93), (0.42, 0.28, 0.02), oak, 0.006, 12)
    ball((0.3, 1.97, 0.99), 0.1, mottled('#9a6a34', '#c9985a', 10), (1.4, 0.8, 0.62), 5)
    tube((0.2, 4.0, 0.92), 0.016, 0.34, brass)
    bay()
    day_sky(1.0)
    sun((-0.45, -0.75, -0.5), 3.0, '#ffeacb', 1.2)
    panel((0, -1.6, 2.7), (0, 2.4, 0.8), 2.6, 6, '#fff5e8')
    camera((-1.15, -1.7, 1.55), (0.12, 3.0, 1.15), 27)


inside = {
    'quiet-room': quiet_room,
    'treatment-room': treatment_room,
    'evening-hall': evening_hall,
    'loft-living': loft_living,
    'kitchen': kitchen,
}
