/** Figures that stand beside a drawing to scale, one unit long or high, as paths. */

/** A bird from above, one unit long, facing along x. */
export const FROM_ABOVE = "M-.5 -.05 L-.38 -.12 Q-.2 -.27 .06 -.25 Q.28 -.22 .33 -.08 L.42 -.08 Q.5 0 .42 .08 L.33 .08 Q.28 .22 .06 .25 Q-.2 .27 -.38 .12 L-.5 .05Z";
/** A bird from the side, one unit high, facing right, feet at 0. */
export const FROM_SIDE =
  "M-.52 .66 Q-.5 .86 -.36 .72 Q-.15 .56 .08 .66 Q.16 .78 .17 .9 Q.26 1.02 .36 .92 L.46 .87 L.37 .83 Q.4 .5 .2 .32 Q.1 .2 -.06 .2 Q-.42 .24 -.52 .66Z";
export const LEGS = "M.02 .22V.02M.02 .02H.12M.14 .25V.02M.14 .02H.24";
export const COMB = "M.2 .97q.02 .08 .05 .03q.03 .07 .06 0q.04 .03 .04 -.05";

/** A person to scale, one unit high: boots, coat, hands, head under a brimmed hat. */
export const COAT =
  "M-.035 .845 Q-.115 .835 -.125 .76 L-.15 .5 Q-.152 .455 -.128 .46 Q-.112 .465 -.11 .5 L-.092 .68 L-.1 .44 L-.082 .06 Q-.12 .03 -.115 0 H-.02 L-.008 .42 H.008 L.02 0 H.115 Q.12 .03 .082 .06 L.1 .44 L.092 .68 L.11 .5 Q.112 .465 .128 .46 Q.152 .455 .15 .5 L.125 .76 Q.115 .835 .035 .845Z";
export const HAT = "M-.1 .945 Q0 .925 .1 .945 L.05 .955 Q.05 1 0 1 Q-.05 1 -.05 .955Z";
