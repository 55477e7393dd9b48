package gloaming.scene.render;

import gloaming.flow.Picture;

/** What some fragments of glass let through to the eye. */
final class Panes {
    final float[] red = new float[Fragments.MOST];
    final float[] green = new float[Fragments.MOST];
    final float[] blue = new float[Fragments.MOST];
    private final float[] texel = new float[4];

    /**
     * What is seen through glass: what stands in the picture already, aside by where its normal points in the picture, as much as is not
     * thrown back (Schlick 1994). Its own colour is the tint and gets no light.
     */
    void take(Fragments f, View view, Texture behind, Picture out) {
        for (int i = 0; i < f.n; i++) {
            if (!f.glass[i]) continue;
            float right = f.nx[i] * view.right[0] + f.ny[i] * view.right[1] + f.nz[i] * view.right[2];
            float up = f.nx[i] * view.up[0] + f.ny[i] * view.up[1] + f.nz[i] * view.up[2];
            float facing = Math.min(1, Math.abs(f.nx[i] * f.vx[i] + f.ny[i] * f.vy[i] + f.nz[i] * f.vz[i]));
            float edge = 1 - facing;
            float fresnel = f.shine[i] + (1 - f.shine[i]) * edge * edge * edge * edge * edge;
            int y = f.pixel[i] / out.width;
            int x = f.pixel[i] - y * out.width;
            // Aside by the slope of the face, in parts of the height.
            float far = 0.25f * f.aside[i] * out.height;
            float u = (x + 0.5f - far * right) / out.width;
            float v = (y + 0.5f - far * up) / out.height;
            float blur = f.roughness[i] <= 0.03f ? 1 : 1 + f.roughness[i] * f.roughness[i] * 0.12f * out.height;
            behind.at(Math.clamp(u, 0f, 1f), Math.clamp(v, 0f, 1f), blur, false, texel);
            float part = 1 - fresnel;
            red[i] = part * f.red[i] * texel[0];
            green[i] = part * f.green[i] * texel[1];
            blue[i] = part * f.blue[i] * texel[2];
            f.red[i] = f.green[i] = f.blue[i] = 0;
        }
    }
}
