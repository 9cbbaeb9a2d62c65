# Every outside library, found once. Which room may link which is decided in src/*/CMakeLists.txt.
find_package(PkgConfig REQUIRED)
find_package(Threads REQUIRED)
find_package(Eigen3 REQUIRED NO_MODULE)
find_package(FastFloat REQUIRED)
find_package(nlohmann_json REQUIRED)
find_package(pugixml REQUIRED)
find_package(CLI11 REQUIRED)
find_package(Qt6 6.4 REQUIRED COMPONENTS Core Gui Widgets Svg Multimedia Test)
find_package(Catch2 2.13 REQUIRED)
find_package(valijson REQUIRED)
pkg_check_modules(FFMPEG REQUIRED IMPORTED_TARGET libavformat libavfilter libavcodec libavutil libswscale libswresample)
pkg_check_modules(FFTW REQUIRED IMPORTED_TARGET fftw3f)
pkg_check_modules(ESPEAK REQUIRED IMPORTED_TARGET espeak-ng)

# Debian's small OpenCV packages bring no CMake config of their own.
add_library(hl_opencv INTERFACE)
target_include_directories(hl_opencv SYSTEM INTERFACE /usr/include/opencv4)
target_link_libraries(hl_opencv INTERFACE opencv_core opencv_imgproc opencv_video)
