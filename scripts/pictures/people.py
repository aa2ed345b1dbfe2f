"""Portraits of people who don't exist: modeled plainly, as in clay, so that nobody takes them for a photograph."""

import math
import random

from parts import ball, box, camera, cloth, panel, plain, plain_sky, tube

# Skin, hair, shirt and background, then how the hair is worn.
looks = {
    'person-ines': ('#b77a56', '#2a1d18', '#1d6a70', '#dfe9e6', 'bun'),
    'person-tom': ('#e2b190', '#8a5a34', '#f2efe8', '#c9d8d6', 'short'),
    'person-wren': ('#8a5536', '#1c1614', '#c96f4a', '#efe3d3', 'curls'),
    'person-maren': ('#e5b896', '#c9a05a', '#2f6b3f', '#e3ebdc', 'tail'),
    'person-sol': ('#9a6544', '#2b2320', '#39423c', '#dcd6c6', 'beard'),
    'person-hanneke': ('#e8bfa0', '#b9b4ad', '#6a4a86', '#ece6da', 'bob'),
    'person-ravi': ('#a06a45', '#17130f', '#2b2a3c', '#e0dcd0', 'short'),
    'person-bram': ('#dca483', '#6a4630', '#c24a1e', '#e9e4d9', 'cap'),
    'person-joss': ('#e0b08d', '#a5532c', '#27343d', '#d9dfe2', 'curls'),
    'person-ro': ('#c58d66', '#3a251a', '#e9dcc3', '#cfc6dd', 'long'),
}


def portrait(skin, hair, shirt, back, worn):
    def make():
        face, strand = plain(skin, 0.55), plain(hair, 0.6, grain=0.25, scale=30)
        box((0, 1.6, -2), (6, 0.1, 6), plain(back, 0.95), 0)
        # Shoulders, neck, head.
        ball((0, 0, -0.62), 0.62, cloth(shirt), (1.12, 0.66, 0.78), 6)
        tube((0, 0, -0.25), 0.135, 0.34, face, top=0.125)
        ball((0, -0.02, 0.28), 0.3, face, (0.88, 0.92, 1.12), 6)
        ball((0, -0.04, 0.13), 0.22, face, (0.95, 0.95, 0.85), 6)
        for side in (-1, 1):
            ball((side * 0.265, 0.02, 0.25), 0.06, face, (0.5, 0.8, 1.2), 5)
            ball((side * 0.105, -0.268, 0.3), 0.026, plain('#2a2226', 0.2), (1, 0.6, 1.15), 4)
            ball((side * 0.113, -0.287, 0.312), 0.006, plain('#ffffff', 0.2), detail=3)
            box((side * 0.108, -0.272, 0.362), (0.09, 0.03, 0.016), strand, 0.0075, side * -14, (11, side * -6))
        ball((0, -0.295, 0.225), 0.036, face, (0.8, 1, 1), 5)
        lip = plain('#8c4238', 0.5)
        for step in range(53):
            angle = math.radians(-52 + step * 2)
            ball((0.1 * math.sin(angle), -0.262 + 0.02 * abs(math.sin(angle)), 0.175 - 0.075 * math.cos(angle)), 0.0085, lip, detail=3)
        wear(worn, strand, shirt)
        plain_sky('#ffffff', 0.35)
        panel((-1.6, -1.8, 1.5), (0, 0, 0.2), 1.4, 5.58, '#fff0dd')
        panel((1.9, -0.9, 0.6), (0, 0, 0.2), 1.2, 1.62, '#dce8ff')
        panel((0.6, 1.2, 1.6), (0, 0, 0.3), 0.8, 2.7, '#ffffff')
        camera((0.0, -2.55, 0.26), (0, 0, 0.1), 58)

    return make


def wear(worn, strand, shirt):
    cap_of_hair = lambda scale=(0.95, 0.98, 0.98), at=(0, 0.055, 0.39): ball(at, 0.3, strand, scale, 6)  # noqa: E731
    if worn == 'cap':
        cap_of_hair((0.93, 0.95, 0.8), (0, 0.06, 0.36))
        brim = plain(shirt, 0.7, grain=0.1)
        ball((0, 0.0, 0.43), 0.3, brim, (0.96, 1.0, 0.72), 6)
        ball((0, -0.28, 0.45), 0.21, brim, (1.0, 0.95, 0.12), 6)
        return
    cap_of_hair()
    if worn in ('short', 'beard'):
        for at in range(9):
            ball((-0.16 + at * 0.045, -0.17 - 0.05 * math.sin(at / 8 * math.pi), 0.55 - abs(at - 3) * 0.012), 0.075, strand, (1, 1, 0.7), 4)
    if worn == 'beard':
        for at in range(21):
            angle = math.radians(-100 + at * 10)
            ball((0.225 * math.sin(angle), -0.1 - 0.12 * math.cos(angle), 0.06 + 0.06 * abs(math.sin(angle))), 0.07, strand, (0.9, 0.8, 1.1), 4, 0.03)
    if worn == 'bun':
        ball((0, 0.16, 0.72), 0.13, strand, (1, 1, 0.9), 5)
        for side in (-1, 1):
            ball((side * 0.2, -0.08, 0.47), 0.12, strand, (0.75, 1.1, 1.1), 5)
    if worn == 'tail':
        for at in range(8):
            ball((0.14 + at * 0.035, 0.28, 0.5 - at * 0.085), 0.1 - at * 0.006, strand, detail=5)
        ball((-0.08, -0.13, 0.54), 0.17, strand, (1.3, 0.9, 0.55), 5)
    if worn == 'curls':
        for _ in range(130):
            turn, up = random.uniform(0, 6.3), random.uniform(-0.25, 1.5)
            x, y, z = math.cos(turn) * math.cos(up), math.sin(turn) * math.cos(up), math.sin(up)
            if y < -0.45 and z < 0.62:
                continue
            ball((x * 0.3, 0.04 + y * 0.3, 0.34 + z * 0.32), random.uniform(0.05, 0.085), strand, detail=3)
    if worn in ('bob', 'long'):
        down = 9 if worn == 'bob' else 15
        for side in (-1, 1):
            for at in range(down):
                ball((side * (0.245 + 0.012 * math.sin(at)), 0.02 + at * 0.004, 0.44 - at * 0.05), 0.105, strand, (0.75, 1.2, 1), 4)
        for at in range(down):
            ball((0, 0.17, 0.4 - at * 0.05), 0.22, strand, (1.15, 0.8, 0.7), 4)
        ball((-0.1, -0.16, 0.53), 0.16, strand, (1.3, 0.85, 0.55), 5)
        ball((0.14, -0.15, 0.5), 0.12, strand, (0.9, 0.85, 0.7), 5)


people = {name: portrait(*look) for name, look in looks.items()}
