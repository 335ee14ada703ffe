using System.Numerics;
using Jaali.Painter.Scenes;

namespace Jaali.Painter;

/// <summary>One photo to paint: its name, size in pixels, scene and development.</summary>
internal sealed record Plate(
    string Name,
    int Width,
    int Height,
    IScene Scene,
    Development Development,
    int Quality = 3
);

/// <summary>All the demo photos.</summary>
internal static class Album
{
    private static readonly Vector3[] Mixed =
    [
        new(.34f, .33f, .31f),
        new(.20f, .21f, .22f),
        new(.42f, .38f, .32f),
        new(.30f, .20f, .15f),
        new(.24f, .27f, .23f),
        new(.50f, .48f, .44f),
        new(.16f, .17f, .19f),
        new(.36f, .27f, .19f),
        new(.28f, .30f, .33f),
        new(.22f, .17f, .14f),
        new(.40f, .36f, .34f),
        new(.33f, .19f, .14f),
    ];
    private static readonly Vector3[] Slate =
    [
        new(.13f, .145f, .165f),
        new(.10f, .11f, .12f),
        new(.19f, .20f, .21f),
        new(.15f, .16f, .15f),
        new(.09f, .10f, .12f),
        new(.24f, .235f, .22f),
        new(.17f, .13f, .11f),
    ];
    private static readonly Vector3[] Pale =
    [
        new(.52f, .49f, .44f),
        new(.44f, .41f, .37f),
        new(.58f, .56f, .52f),
        new(.40f, .36f, .30f),
        new(.48f, .43f, .36f),
        new(.35f, .33f, .31f),
        new(.46f, .36f, .28f),
    ];
    private static readonly Vector3[] Quartz =
    [
        new(.62f, .52f, .38f),
        new(.56f, .42f, .27f),
        new(.68f, .62f, .52f),
        new(.50f, .36f, .22f),
        new(.36f, .25f, .17f),
        new(.72f, .68f, .62f),
        new(.22f, .19f, .18f),
        new(.58f, .46f, .34f),
    ];
    private static readonly Vector3 Sand = new(.47f, .36f, .24f),
        Buff = new(.40f, .32f, .235f),
        Mud = new(.19f, .165f, .14f);

    private static CloudSheet High(int seed, float cover = .52f, float scale = 5200) =>
        new(6000, scale, cover, .42f, .8f, seed, .55f, 1.1f);

    private static CloudSheet Low(int seed, float cover = .48f, float scale = 2300) =>
        new(1700, scale, cover, .30f, 2.0f, seed, .9f, .8f);

    private static Post[] Row(
        int n,
        float x,
        float z,
        float dx,
        float dz,
        float radius,
        float height,
        int seed,
        float lean = .04f
    ) =>
        [
            .. Enumerable
                .Range(0, n)
                .Select(i => new Post(
                    x + dx * i + .25f * (Noise.Unit(i, seed, 1) - .5f),
                    z + dz * i,
                    radius * (.85f + .3f * Noise.Unit(i, seed, 2)),
                    height * (.72f + .4f * Noise.Unit(i, seed, 3)),
                    lean * (Noise.Unit(i, seed, 4) - .5f) * 2,
                    lean * (Noise.Unit(i, seed, 5) - .5f),
                    seed * 100 + i
                )),
        ];

    public static IReadOnlyList<Plate> All { get; } =
    [
        // Sea and sky
        new(
            "dusk-ebb",
            2400,
            1600,
            new SeaScene(new SkyPlan(3, 4, 4, [High(11), Low(12, .36f)]), 38, 4.5f, -1.2f, .085f, 20, 1),
            new(0.85f, 1.16f)
        ),
        new(
            "dusk-tall",
            1600,
            2400,
            new SeaScene(
                new SkyPlan(10, -7, 7, [High(21, .66f), Low(25, .42f)], Overcast: .3f),
                30,
                3.4f,
                5,
                .07f,
                40,
                2
            ),
            new(0.85f, 1.14f, Blue: 1.06f, Saturation: .8f)
        ),
        new(
            "grey-swell",
            2400,
            1600,
            new SeaScene(new SkyPlan(35, 30, 6, Overcast: 1, Seed: 4), 44, 3.2f, -4, .10f, 60, 3),
            new(0.9f, 1.16f)
        ),
        new(
            "rain-front",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(20, 60, 8, Overcast: .8f, Storm: 1, Seed: 7, OvercastLight: .62f),
                52,
                5,
                6,
                .095f,
                75,
                4
            ),
            new(0.75f, 1.2f)
        ),
        new(
            "squall-line",
            2400,
            1350,
            new SeaScene(
                new SkyPlan(14, -70, 8, Overcast: .85f, Storm: 1, Seed: 29, OvercastLight: .7f),
                60,
                7,
                7,
                .10f,
                30,
                5
            ),
            new(0.7f, 1.18f, Red: 1.03f)
        ),
        new(
            "noon-glitter",
            2400,
            1600,
            new SeaScene(new SkyPlan(26, 2, 5, [High(41, .40f)]), 46, 9, -8, .09f, 15, 6, sunGlitter: .45f),
            new(0.9f, 1.12f)
        ),
        new(
            "moonlit-bar",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(13, -6, 3, [Low(55, .46f, 3000)], SunDisc: 8),
                40,
                4,
                3,
                .06f,
                10,
                7,
                sunGlitter: .22f
            ),
            new(0.40f, 1.3f, .10f, .4f, .62f, .82f, 1.22f, .55f, 1.0f)
        ),
        new(
            "calm-heads",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(
                    6,
                    -34,
                    9,
                    [High(61, .42f)],
                    [
                        new(26000, 900, -.62f, .25f, 3),
                        new(15000, 560, -.75f, -.05f, 4),
                        new(8000, 330, .12f, .8f, 5),
                        new(4300, 190, .30f, .9f, 6),
                    ],
                    HazeDistance: 9500
                ),
                36,
                6,
                1.5f,
                .018f,
                40,
                8
            ),
            new(1f, 1.12f)
        ),
        new(
            "heads-panorama",
            3000,
            1000,
            new SeaScene(
                new SkyPlan(
                    11,
                    48,
                    10,
                    [High(66, .5f)],
                    [
                        new(30000, 1000, -.75f, .45f, 13),
                        new(17000, 620, -.2f, .85f, 14),
                        new(9000, 350, -.9f, -.22f, 15),
                    ],
                    HazeDistance: 10500
                ),
                62,
                9,
                1.5f,
                .03f,
                70,
                9
            ),
            new(1f, 1.1f)
        ),
        new(
            "long-exposure",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(9, 24, 6, [High(71, .62f, 9000)], Overcast: .35f, OvercastLight: .5f),
                34,
                3,
                -2,
                .011f,
                40,
                10,
                Row(5, -3.2f, 13, 1.15f, 1.6f, .11f, 1.15f, 4, .06f),
                waterScale: 2.2f
            ),
            new(1.2f, 1.16f, Saturation: .8f)
        ),
        new(
            "fog-empty",
            2400,
            1600,
            new SeaScene(new SkyPlan(18, 20, 9, Fog: .94f, Seed: 12), 40, 2.6f, -3, .022f, 30, 11, fogLength: 55),
            new(1.9f, 1.22f)
        ),
        // Posts
        new(
            "fog-posts",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(22, -30, 9, Fog: .97f, Seed: 13),
                40,
                1.9f,
                -3.5f,
                .020f,
                30,
                12,
                Row(13, -2.1f, 8.5f, .42f, 2.6f, .17f, 1.5f, 7),
                fogLength: 46
            ),
            new(1.8f, 1.24f)
        ),
        new(
            "fog-posts-tall",
            1600,
            2400,
            new SeaScene(
                new SkyPlan(25, 30, 9, Fog: .97f, Seed: 14),
                27,
                2.3f,
                -5,
                .017f,
                30,
                13,
                Row(12, 1.4f, 9.5f, -.26f, 2.7f, .16f, 1.4f, 17, .07f),
                fogLength: 40
            ),
            new(1.7f, 1.24f)
        ),
        new(
            "marked-post",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(28, 20, 9, Overcast: .9f, Fog: .5f, Seed: 16),
                30,
                1.7f,
                -2,
                .030f,
                60,
                14,
                [new Post(1.35f, 9.5f, .13f, 1.9f, .03f, .02f, 3, true)],
                fogLength: 160
            ),
            new(1.4f, 1.22f)
        ),
        new(
            "withies",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(4, 12, 6, [High(81, .5f)]),
                34,
                2.1f,
                0,
                .020f,
                50,
                15,
                Row(9, -2.6f, 14, .9f, 4.2f, .045f, 2.3f, 27, .10f)
            ),
            new(0.9f, 1.14f)
        ),
        // Marram
        new(
            "marram-sun",
            2400,
            1600,
            new MarramScene(new SkyPlan(9, 9, 6, [High(91, .5f)]), 40, 4, 21),
            new(1.15f, 1.06f, .13f)
        ),
        new(
            "marram-tall",
            1600,
            2400,
            new MarramScene(new SkyPlan(12, -6, 6, [High(92, .4f)]), 30, 7, 22, 1.5f, .036f, 4600, 1.15f, .36f),
            new(1.1f, 1.06f, .13f)
        ),
        new(
            "marram-grey",
            2400,
            1600,
            new MarramScene(
                new SkyPlan(30, 40, 6, Overcast: .95f, Seed: 5, OvercastLight: .75f),
                42,
                2,
                23,
                1.9f,
                .022f,
                6400,
                1.05f,
                .44f,
                1,
                new Vector3(.25f, .26f, .13f)
            ),
            new(1f, 1.12f)
        ),
        new(
            "marram-dusk",
            2400,
            1600,
            new MarramScene(
                new SkyPlan(2.2f, -10, 5, [High(94, .56f)]),
                36,
                9,
                24,
                1.35f,
                .026f,
                3600,
                1.1f,
                .22f,
                .35f
            ),
            new(0.8f, 1.24f)
        ),
        new(
            "marram-close",
            2000,
            2000,
            new MarramScene(new SkyPlan(15, 16, 7), 22, 3, 26, 1.15f, .05f, 4200, 1.1f, .5f),
            new(1.25f, 1.06f, .12f)
        ),
        // Stones and grains
        new(
            "pebbles",
            2400,
            1600,
            new GroundScene(
                Grounds.Pebbles(31, Mixed, .008f, .075f, 15000, .00032f),
                new SkyPlan(48, 50, 6, Overcast: .55f, OvercastLight: .9f),
                new Stand(.33f, .06f, .46f, -58, 38, 0, .006f, .52f),
                31
            ),
            new(0.75f, 1.16f, Saturation: .66f)
        ),
        new(
            "wet-slate",
            2400,
            1600,
            new GroundScene(
                Grounds.Pebbles(32, Slate, .009f, .085f, 13000, .00032f, .85f),
                new SkyPlan(38, -20, 6, Overcast: .92f, OvercastLight: 1),
                new Stand(.33f, .03f, .48f, -52, 38, 0, .007f, .56f),
                32
            ),
            new(0.6f, 1.18f)
        ),
        new(
            "pale-shingle",
            2000,
            2000,
            new GroundScene(
                Grounds.Pebbles(33, Pale, .010f, .05f, 12000, .00034f),
                new SkyPlan(33, 120, 5),
                new Stand(.35f, .35f, .62f, -89, 40),
                33
            ),
            new(0.8f, 1.06f, Saturation: .85f)
        ),
        new(
            "low-sun-stones",
            2400,
            1600,
            new GroundScene(
                Grounds.Pebbles(34, Mixed, .010f, .11f, 10000, .00032f, .35f, 2.0f),
                new SkyPlan(9, 18, 6),
                new Stand(.33f, -.05f, .20f, -24, 38, 0, .0055f, .40f, 4),
                34
            ),
            new(0.7f, 1.12f, Red: 1.12f, Blue: .84f, Saturation: .75f)
        ),
        new(
            "sand-grains",
            2400,
            1600,
            new GroundScene(
                Grounds.Pebbles(35, Quartz, .00055f, .0017f, 17000, .000013f, .30f, 3.2f, .8f),
                new SkyPlan(35, -40, 5, Overcast: .3f),
                new Stand(.0132f, .001f, .018f, -50, 40, 0, .0011f, .0225f),
                35
            ),
            new(0.95f, 1.12f)
        ),
        // Dunes
        new(
            "dunes-morning",
            2400,
            1600,
            new GroundScene(
                Grounds.Dunes(41, 13, 120, Sand),
                new SkyPlan(13, 84, 5, [High(3, .34f)]),
                new Stand(300, 60, 3.4f, -3, 44, 8),
                41
            ),
            new(1.05f, 1.1f)
        ),
        new(
            "dune-then",
            2400,
            1600,
            new GroundScene(
                Grounds.Dunes(43, 15, 150, Sand),
                new SkyPlan(16, -78, 5),
                new Stand(210, 180, 4, -2, 42, -20),
                43
            ),
            new(1.1f, 1.1f)
        ),
        new(
            "dune-now",
            2400,
            1600,
            new GroundScene(
                Grounds.Dunes(43, 9.5f, 150, Buff, .6f),
                new SkyPlan(20, -70, 7, Overcast: .55f, OvercastLight: .6f, Seed: 6),
                new Stand(210, 180, 4, -2, 42, -20),
                44
            ),
            new(1.1f, 1.1f)
        ),
        new(
            "dune-crest",
            1600,
            2400,
            new GroundScene(
                Grounds.Dunes(47, 17, 110, Sand),
                new SkyPlan(18, 70, 4),
                new Stand(420, 240, 2.2f, 3, 34, 40),
                45
            ),
            new(1f, 1.12f)
        ),
        // Ripples and flats
        new(
            "ripples-low-sun",
            2400,
            1600,
            new GroundScene(
                Grounds.Ripples(51, .0016f, .095f, .011f, Sand, 0),
                new SkyPlan(13, 62, 5),
                new Stand(1.6f, .4f, 1.05f, -34, 46, 0, .004f, 1.7f, 60),
                51
            ),
            new(0.95f, 1.12f)
        ),
        new(
            "ripples-wet",
            2400,
            1600,
            new GroundScene(
                Grounds.Ripples(52, .0022f, .11f, .012f, Buff, .9f, .42f),
                new SkyPlan(5, 6, 6, [High(17, .5f)]),
                new Stand(2.2f, .3f, .95f, -17, 50, 0, 0, 1, 220),
                52
            ),
            new(0.8f, 1.14f)
        ),
        new(
            "ripples-square",
            2000,
            2000,
            new GroundScene(
                Grounds.Ripples(53, .0012f, .075f, .009f, Buff, .35f),
                new SkyPlan(16, -95, 6),
                new Stand(1.2f, 1.1f, 1.15f, -88, 44),
                53
            ),
            new(0.95f, 1.14f)
        ),
        new(
            "flats-evening",
            2400,
            1600,
            new GroundScene(
                Grounds.Ripples(54, .03f, .16f, .012f, Mud, .95f, .50f, .10f, 9),
                new SkyPlan(4, -12, 6, [High(19, .52f), Low(23, .34f)]),
                new Stand(25, 10, 1.6f, -5, 46, 0, 0, 1, 2200),
                54
            ),
            new(0.85f, 1.14f)
        ),
        new(
            "flats-grey",
            2400,
            1350,
            new GroundScene(
                Grounds.Ripples(55, .03f, .18f, .014f, Mud, .9f, .42f, .14f, 12),
                new SkyPlan(30, 20, 6, Overcast: .95f, OvercastLight: .8f, Seed: 31),
                new Stand(30, 6, 2.2f, -8, 52, 0, 0, 1, 2200),
                55
            ),
            new(0.9f, 1.16f)
        ),
        new(
            "mud-gloss",
            2400,
            1600,
            new GroundScene(
                Grounds.Ripples(56, .006f, .14f, .010f, Mud, .95f, .36f, .05f, 1.6f),
                new SkyPlan(10, 25, 7, [High(39, .56f)], Overcast: .3f),
                new Stand(5, 1, 1.1f, -22, 46, 0, 0, 1, 300),
                56
            ),
            new(0.8f, 1.16f)
        ),
        // Haze, and one scan in grey
        new(
            "heads-mist",
            2400,
            1600,
            new SeaScene(
                new SkyPlan(
                    9,
                    30,
                    12,
                    [High(74, .5f)],
                    [
                        new(34000, 1500, -.55f, .35f, 23),
                        new(21000, 1100, -.8f, .1f, 24),
                        new(13000, 820, -.05f, .9f, 25),
                        new(8200, 560, -.95f, -.12f, 26),
                        new(5200, 330, .16f, .95f, 27),
                    ],
                    HazeDistance: 7500
                ),
                30,
                12,
                2.5f,
                .016f,
                40,
                16
            ),
            new(.95f, 1.1f, Saturation: .8f)
        ),
        new(
            "bright-calm",
            2400,
            1350,
            new SeaScene(
                new SkyPlan(34, -40, 9, Overcast: .72f, OvercastLight: 1.0f, Seed: 44),
                42,
                3.4f,
                -1,
                .028f,
                35,
                17
            ),
            new(1.15f, 1.1f)
        ),
        new(
            "old-groyne",
            1800,
            1200,
            new SeaScene(
                new SkyPlan(24, -30, 9, Overcast: .9f, Fog: .35f, Seed: 47),
                46,
                2.2f,
                -4,
                .06f,
                30,
                18,
                Row(11, -3.4f, 7.5f, .75f, 2.2f, .16f, 1.7f, 37, .09f),
                fogLength: 130
            ),
            new(1.05f, 1.3f, Grey: true, Grain: 2.2f)
        ),
        new(
            "lone-withy",
            1600,
            2000,
            new SeaScene(
                new SkyPlan(7, -55, 7, [High(83, .45f)], [new(19000, 420, -.5f, .5f, 33)], HazeDistance: 8000),
                30,
                1.9f,
                1,
                .014f,
                50,
                19,
                [new Post(-.95f, 13, .05f, 2.7f, .05f, .02f, 5)]
            ),
            new(1f, 1.14f, Saturation: .85f)
        ),
        // The second half of the album: other hours, weathers and lenses
        new(
            "grey-dawn-tall",
            1280,
            1920,
            new SeaScene(
                new SkyPlan(12, 60, 9, Overcast: .82f, OvercastLight: .85f, Seed: 71),
                32,
                2.6f,
                4,
                .05f,
                80,
                61
            ),
            new(1.05f, 1.12f, Red: 1.03f, Saturation: .8f)
        ),
        new(
            "north-swell",
            2048,
            1152,
            new SeaScene(new SkyPlan(16, -84, 6, [Low(72, .58f, 3200)]), 30, 1.4f, -1.4f, .105f, 95, 62),
            new(.95f, 1.16f, Blue: 1.05f)
        ),
        new(
            "looking-down",
            1920,
            1280,
            new SeaScene(new SkyPlan(40, 140, 5, [High(73, .4f)]), 48, 13, -34, .075f, 25, 63),
            new(.85f, 1.16f, Saturation: .75f)
        ),
        new(
            "haze-tall",
            1280,
            1920,
            new SeaScene(
                new SkyPlan(
                    8,
                    -26,
                    12,
                    [High(74, .4f)],
                    [
                        new(30000, 1300, -.4f, .5f, 43),
                        new(16000, 880, -.6f, .06f, 44),
                        new(9000, 560, .0f, .7f, 45),
                        new(5200, 330, -.7f, -.1f, 46),
                    ],
                    HazeDistance: 7000
                ),
                24,
                9,
                2,
                .016f,
                30,
                64
            ),
            new(.95f, 1.12f, Saturation: .85f)
        ),
        new(
            "blue-hour",
            1920,
            1080,
            new SeaScene(
                new SkyPlan(
                    1.2f,
                    118,
                    6,
                    [High(75, .48f)],
                    [new(22000, 760, -.7f, .1f, 53), new(9000, 360, .22f, .9f, 54)],
                    HazeDistance: 11000
                ),
                40,
                4,
                2,
                .02f,
                30,
                65
            ),
            new(1.5f, 1.16f, Blue: 1.08f)
        ),
        new(
            "fog-withies",
            1920,
            1280,
            new SeaScene(
                new SkyPlan(20, 10, 9, Fog: .96f, Seed: 76),
                34,
                2.2f,
                -2.4f,
                .016f,
                40,
                66,
                Row(10, 2.6f, 9, -.5f, 3.2f, .05f, 2.2f, 47, .12f),
                fogLength: 52
            ),
            new(1.8f, 1.24f)
        ),
        new(
            "one-post",
            1600,
            1600,
            new SeaScene(
                new SkyPlan(30, -20, 9, Overcast: .95f, Fog: .6f, Seed: 77),
                30,
                1.6f,
                -1,
                .022f,
                35,
                67,
                [new Post(-.75f, 8.5f, .16f, 1.5f, -.06f, .03f, 63)],
                fogLength: 90
            ),
            new(1.5f, 1.24f)
        ),
        new(
            "posts-wide",
            2400,
            1000,
            new SeaScene(
                new SkyPlan(3.2f, -20, 7, [High(78, .5f), Low(79, .38f)]),
                50,
                2,
                -.6f,
                .024f,
                45,
                68,
                Row(14, -6.5f, 16, .95f, .5f, .13f, 1.3f, 57, .05f)
            ),
            new(.95f, 1.16f)
        ),
        new(
            "night-withies",
            1920,
            1280,
            new SeaScene(
                new SkyPlan(16, 9, 3, [Low(85, .40f, 3600)], SunDisc: 6),
                36,
                2.6f,
                4,
                .026f,
                20,
                69,
                Row(6, -2.4f, 12, .8f, 2.4f, .05f, 2.1f, 67, .09f),
                sunGlitter: .2f
            ),
            new(.42f, 1.28f, .10f, .4f, .64f, .84f, 1.2f, .55f, 1.0f)
        ),
        new(
            "cloud-sheet",
            1920,
            1280,
            new SeaScene(new SkyPlan(30, 70, 5, [Low(86, .50f, 2600), High(87, .45f)]), 54, 4, 19, .05f, 30, 70),
            new(.85f, 1.14f)
        ),
        new(
            "cloud-evening",
            1280,
            1920,
            new SeaScene(new SkyPlan(4.5f, 34, 6, [High(88, .6f, 4200), Low(89, .34f)]), 34, 5, 13, .05f, 30, 71),
            new(.85f, 1.16f, Red: 1.03f)
        ),
        new(
            "rain-tall",
            1280,
            1920,
            new SeaScene(
                new SkyPlan(9, 40, 8, Overcast: .75f, Storm: 1, Seed: 91, OvercastLight: .7f),
                36,
                5,
                7,
                .085f,
                60,
                72
            ),
            new(.8f, 1.18f, Red: 1.05f)
        ),
        new(
            "sound-whole",
            6000,
            2000,
            new SeaScene(
                new SkyPlan(
                    7,
                    40,
                    10,
                    [High(90, .46f)],
                    [new(32000, 900, -.9f, .3f, 83), new(18000, 600, .2f, .95f, 84), new(11000, 330, -.95f, -.5f, 85)],
                    HazeDistance: 9000
                ),
                64,
                8,
                2,
                .02f,
                60,
                73
            ),
            new(1f, 1.1f, Grain: .15f),
            2
        ),
        new(
            "dune-grey",
            1920,
            1280,
            new GroundScene(
                Grounds.Dunes(62, 16, 130, Buff),
                new SkyPlan(34, 60, 7, [Low(93, .7f)], Overcast: .6f, OvercastLight: .8f, Seed: 8),
                new Stand(340, 90, 5, -4, 46, -36),
                75
            ),
            new(1f, 1.14f, Saturation: .85f)
        ),
        new(
            "slip-face",
            1280,
            1920,
            new GroundScene(
                Grounds.Dunes(64, 20, 115, Sand),
                new SkyPlan(22, -66, 4),
                new Stand(520, 330, 2, 1, 30, -52),
                77
            ),
            new(1f, 1.12f)
        ),
        new(
            "frost-grains",
            1600,
            1067,
            new GroundScene(
                Grounds.Pebbles(65, Pale, .0006f, .0021f, 14000, .000014f, .6f, 3.0f, .8f),
                new SkyPlan(12, 30, 5),
                new Stand(.0132f, -.002f, .014f, -38, 40, 0, .0012f, .0205f),
                78
            ),
            new(.95f, 1.1f, Red: .95f, Blue: 1.1f, Saturation: .5f)
        ),
        new(
            "slate-low",
            1920,
            1280,
            new GroundScene(
                Grounds.Pebbles(66, Slate, .010f, .10f, 10500, .00032f, .9f, 2.0f),
                new SkyPlan(14, -30, 6, [High(95, .5f)]),
                new Stand(.33f, -.06f, .19f, -22, 38, 0, .0055f, .38f, 4),
                79
            ),
            new(.7f, 1.16f, Red: 1.06f, Blue: .88f, Saturation: .6f)
        ),
        new(
            "stones-square",
            1600,
            1600,
            new GroundScene(
                Grounds.Pebbles(67, Mixed, .012f, .06f, 11000, .00034f, .2f),
                new SkyPlan(40, 100, 5, Overcast: .7f, OvercastLight: .9f),
                new Stand(.35f, .35f, .55f, -89, 38),
                80
            ),
            new(.85f, 1.12f, Saturation: .8f)
        ),
        new(
            "wet-stones-tall",
            1280,
            1920,
            new GroundScene(
                Grounds.Pebbles(68, Mixed, .009f, .09f, 12500, .00032f, .9f),
                new SkyPlan(24, 30, 6, [High(96, .5f)], Overcast: .4f),
                new Stand(.33f, .0f, .44f, -50, 40, 0, .005f, .52f),
                81
            ),
            new(.72f, 1.16f)
        ),
        new(
            "ripples-dawn",
            1920,
            1280,
            new GroundScene(
                Grounds.Ripples(69, .002f, .13f, .013f, Buff, .6f, .30f),
                new SkyPlan(7, -20, 7, [High(97, .5f)]),
                new Stand(3, .5f, 1.2f, -20, 44, 0, 0, 1, 200),
                82
            ),
            new(.95f, 1.14f, Red: .96f, Blue: 1.1f)
        ),
        new(
            "ripples-tall",
            1280,
            1920,
            new GroundScene(
                Grounds.Ripples(70, .0016f, .085f, .010f, Sand, .15f),
                new SkyPlan(11, -70, 5),
                new Stand(1.2f, .2f, .9f, -40, 40, 0, .004f, 1.3f, 60),
                83
            ),
            new(1f, 1.12f)
        ),
        new(
            "flats-storm",
            1920,
            1280,
            new GroundScene(
                Grounds.Ripples(71, .03f, .17f, .013f, Mud, .95f, .48f, .12f, 10),
                new SkyPlan(16, 30, 8, Overcast: .7f, Storm: 1, Seed: 98, OvercastLight: .75f),
                new Stand(40, 12, 1.8f, -4, 50, 0, 0, 1, 2200),
                84
            ),
            new(.95f, 1.18f)
        ),
        new(
            "flats-noon",
            1920,
            1080,
            new GroundScene(
                Grounds.Ripples(72, .03f, .16f, .012f, Buff, .95f, .46f, .11f, 8),
                new SkyPlan(30, -50, 5, [Low(99, .46f), High(100, .4f)]),
                new Stand(18, 30, 1.7f, -6, 54, 20, 0, 1, 2200),
                85
            ),
            new(.9f, 1.12f)
        ),
        new(
            "marram-noon",
            1920,
            1280,
            new MarramScene(
                new SkyPlan(34, 60, 4, [High(101, .5f)]),
                46,
                6,
                91,
                1.7f,
                .024f,
                6000,
                1.1f,
                .38f,
                .8f,
                new Vector3(.27f, .27f, .13f)
            ),
            new(.9f, 1.1f)
        ),
        new(
            "marram-storm",
            1920,
            1280,
            new MarramScene(
                new SkyPlan(18, -40, 8, Overcast: .8f, Storm: .8f, Seed: 102, OvercastLight: .7f),
                40,
                5,
                92,
                1.5f,
                .026f,
                5600,
                1.05f,
                .34f,
                .7f,
                new Vector3(.24f, .22f, .12f)
            ),
            new(1f, 1.16f)
        ),
        new(
            "marram-wide",
            2400,
            1000,
            new MarramScene(new SkyPlan(6, 22, 6, [High(103, .54f)]), 50, 5, 93, 1.6f, .024f, 7800, 1.1f, .3f),
            new(1.05f, 1.08f, .11f)
        ),
    ];
}
