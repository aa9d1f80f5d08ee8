-----BEGIN PGP SIGNED MESSAGE-----
Hash: SHA256

Format: 3.0 (quilt)
Source: etckeeper
Binary: etckeeper
Architecture: all
Version: 1.18.20-1
Maintainer: Antoine Beaupré <anarcat@debian.org>
Homepage: https://etckeeper.branchable.com/
Standards-Version: 4.6.1
Vcs-Browser: https://salsa.debian.org/debian/etckeeper
Vcs-Git: https://salsa.debian.org/debian/etckeeper.git
Build-Depends: debhelper-compat (= 13), bats, bzr, dh-python, fakeroot, git, python3:any
Package-List:
 etckeeper deb admin optional arch=all
Checksums-Sha1:
 f466c1cf78fc6ae5c011a103858d91da70e0602d 110787 etckeeper_1.18.20.orig.tar.gz
 96aa2052342a598a12cb0c7a8fb5e5f056f0fc74 25368 etckeeper_1.18.20-1.debian.tar.xz
Checksums-Sha256:
 0bb856e96f59cf582a92361294f0fc32e0a8bbc02fac3aacae0a735d11b3addd 110787 etckeeper_1.18.20.orig.tar.gz
 f3545de7157be2e160fe723d5350fc3f04cbd4785479a858559ababd7509e427 25368 etckeeper_1.18.20-1.debian.tar.xz
Files:
 fde6b3dc09b4ce75fa4faf4dabbb2d4a 110787 etckeeper_1.18.20.orig.tar.gz
 07bcade67ac5ab7bf1ea7d97a42f2d18 25368 etckeeper_1.18.20-1.debian.tar.xz

-----BEGIN PGP SIGNATURE-----

iQEzBAEBCAAdFiEEexZCBNCWcjsBljWrPqHd3bJh2XsFAmPS3JMACgkQPqHd3bJh
2Xt7sQf/RdBvhP2wtoaY3o8fTuzpKJQ357KUTRp4BrEU8HeY81uoSfmI4W9v4E7n
/AeF6trsVJHKwxDVvK5CMj5qzC4XRdCvzrZWJRiCf9oZLur3LEZY/pKSEpvMjpV+
2HRI1iFlxIYwDAtmxJszNlXMz+yDipjWwli1px28hCdh2bSLIZHnyvJdhzeJx1sp
9QFgKJylfBgCVZc7ZkxG8Wxl48VroiKg4WQ2B6aLcWiMlgaI9gR7CaIbCuAvOtSO
oO6ySonjk0ddL+bNP21HRtFAfnXPASYp6Khh6WScGMU/t6IxH5uq3nittb27cXhi
PQxBr8WEw1g8XA75VUDxnb9ohbT0rw==
=VNs0
-----END PGP SIGNATURE-----
