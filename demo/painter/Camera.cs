using System.Numerics;

namespace Jaali.Painter;

/// <summary>A pinhole looking along +z, y up, tilted by <paramref name="pitch"/> radians (up is positive).</summary>
internal sealed class Camera(int width, int height, float fovDegrees, Vector3 eye, float pitch)
{
    private readonly float _tan = MathF.Tan(fovDegrees * MathF.PI / 360);

    public Vector3 Eye { get; } = eye;

    /// <summary>The angle of one pixel, in radians.</summary>
    public float PixelAngle => 2 * _tan / width;

    /// <summary>Unit direction through a place in pixels (fractions allowed). The field of view is that of the
    /// width.</summary>
    public Vector3 Ray(float px, float py)
    {
        float x = (2 * px / width - 1) * _tan,
            y = (height - 2 * py) / width * _tan;
        (float s, float c) = MathF.SinCos(pitch);
        return Vector3.Normalize(new Vector3(x, y * c + s, c - y * s));
    }
}
