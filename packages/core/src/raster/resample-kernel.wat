;; The loops of resample.ts with the four components of a pixel side by side. Made into resample-kernel.ts by make-kernel.mjs.
(module
  (memory (export "memory") 1)

  ;; `n` px of bytes (straight sRGB) as linear light times alpha; `table` has the linear light of 256 values.
  (func (export "linear") (param $from i32) (param $to i32) (param $n i32) (param $table i32)
    (local $end i32) (local $a i32)
    (local.set $end (i32.add (local.get $from) (i32.shl (local.get $n) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.ge_u (local.get $from) (local.get $end)))
        (local.set $a (i32.load8_u offset=3 (local.get $from)))
        (if (i32.eqz (local.get $a))
          (then (v128.store (local.get $to) (v128.const i32x4 0 0 0 0)))
          (else
            (v128.store (local.get $to)
              (f32x4.mul
                (f32x4.replace_lane 3
                  (f32x4.replace_lane 2
                    (f32x4.replace_lane 1
                      (f32x4.splat (f32.load (i32.add (local.get $table)
                        (i32.shl (i32.load8_u (local.get $from)) (i32.const 2)))))
                      (f32.load (i32.add (local.get $table)
                        (i32.shl (i32.load8_u offset=1 (local.get $from)) (i32.const 2)))))
                    (f32.load (i32.add (local.get $table)
                      (i32.shl (i32.load8_u offset=2 (local.get $from)) (i32.const 2)))))
                  (f32.const 1))
                (f32x4.splat (f32.div (f32.convert_i32_u (local.get $a)) (f32.const 255)))))))
        (local.set $from (i32.add (local.get $from) (i32.const 4)))
        (local.set $to (i32.add (local.get $to) (i32.const 16)))
        (br $next))))

  ;; `n` px, each of `count` px from the one that `first` says on, by its weights.
  (func (export "stretch") (param $from i32) (param $to i32) (param $first i32) (param $weights i32)
    (param $count i32) (param $n i32)
    (local $end i32) (local $last i32) (local $at i32) (local $sum v128)
    (local.set $end (i32.add (local.get $to) (i32.shl (local.get $n) (i32.const 4))))
    (block $done
      (loop $next
        (br_if $done (i32.ge_u (local.get $to) (local.get $end)))
        (local.set $at (i32.add (local.get $from) (i32.shl (i32.load (local.get $first)) (i32.const 4))))
        (local.set $last (i32.add (local.get $weights) (i32.shl (local.get $count) (i32.const 2))))
        (local.set $sum (v128.const i32x4 0 0 0 0))
        (loop $tap
          (local.set $sum
            (f32x4.add (local.get $sum)
              (f32x4.mul (v128.load (local.get $at)) (v128.load32_splat (local.get $weights)))))
          (local.set $at (i32.add (local.get $at) (i32.const 16)))
          (local.set $weights (i32.add (local.get $weights) (i32.const 4)))
          (br_if $tap (i32.lt_u (local.get $weights) (local.get $last))))
        (v128.store (local.get $to) (local.get $sum))
        (local.set $first (i32.add (local.get $first) (i32.const 4)))
        (local.set $to (i32.add (local.get $to) (i32.const 16)))
        (br $next))))

  ;; Adds `n` px of a row by a weight.
  (func (export "weigh") (param $sum i32) (param $row i32) (param $weight f32) (param $n i32)
    (local $end i32) (local $w v128)
    (local.set $w (f32x4.splat (local.get $weight)))
    (local.set $end (i32.add (local.get $sum) (i32.shl (local.get $n) (i32.const 4))))
    (block $done
      (loop $next
        (br_if $done (i32.ge_u (local.get $sum) (local.get $end)))
        (v128.store (local.get $sum)
          (f32x4.add (v128.load (local.get $sum)) (f32x4.mul (v128.load (local.get $row)) (local.get $w))))
        (local.set $sum (i32.add (local.get $sum) (i32.const 16)))
        (local.set $row (i32.add (local.get $row) (i32.const 16)))
        (br $next))))

  ;; `n` px of linear light times alpha as bytes (straight sRGB); `table` has the sRGB values of 16,384 of light. The sum is
  ;; cleared as it is read.
  (func (export "put") (param $sum i32) (param $to i32) (param $n i32) (param $table i32)
    (local $end i32) (local $v v128) (local $a f32)
    (local.set $end (i32.add (local.get $sum) (i32.shl (local.get $n) (i32.const 4))))
    (block $done
      (loop $next
        (br_if $done (i32.ge_u (local.get $sum) (local.get $end)))
        (local.set $v (v128.load (local.get $sum)))
        (v128.store (local.get $sum) (v128.const i32x4 0 0 0 0))
        (local.set $a (f32.min (f32x4.extract_lane 3 (local.get $v)) (f32.const 1)))
        (if (f32.lt (local.get $a) (f32.const 0.00196078431372549))
          (then (i32.store (local.get $to) (i32.const 0)))
          (else
            (local.set $v
              (i32x4.trunc_sat_f32x4_u
                (f32x4.min
                  (f32x4.max
                    (f32x4.add
                      (f32x4.mul (local.get $v) (f32x4.splat (f32.div (f32.const 16383) (local.get $a))))
                      (f32x4.splat (f32.const 0.5)))
                    (f32x4.splat (f32.const 0)))
                  (f32x4.splat (f32.const 16383)))))
            (i32.store8 (local.get $to)
              (i32.load8_u (i32.add (local.get $table) (i32x4.extract_lane 0 (local.get $v)))))
            (i32.store8 offset=1 (local.get $to)
              (i32.load8_u (i32.add (local.get $table) (i32x4.extract_lane 1 (local.get $v)))))
            (i32.store8 offset=2 (local.get $to)
              (i32.load8_u (i32.add (local.get $table) (i32x4.extract_lane 2 (local.get $v)))))
            (i32.store8 offset=3 (local.get $to)
              (i32.trunc_f32_u
                (f32.add (f32.mul (local.get $a) (f32.const 255)) (f32.const 0.5))))))
        (local.set $sum (i32.add (local.get $sum) (i32.const 16)))
        (local.set $to (i32.add (local.get $to) (i32.const 4)))
        (br $next)))))
